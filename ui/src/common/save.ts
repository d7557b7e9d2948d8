// save hands a text to the browser as a file.
export function save(name: string, text: string) {
  const address = URL.createObjectURL(new Blob([text], { type: 'text/plain;charset=utf-8' }))
  const link = document.createElement('a')
  link.href = address
  link.download = name
  link.click()
  setTimeout(() => URL.revokeObjectURL(address), 1000) // once the browser has begun
}
