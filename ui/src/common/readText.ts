// readText decodes a file as UTF-8; undefined if it is none.
export async function readText(file: File): Promise<string | undefined> {
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(await file.arrayBuffer())
  } catch {
    return undefined
  }
}
