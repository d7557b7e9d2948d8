import { useState } from 'react'

// useRemembered is a setting of this browser alone: what somebody chose last, for the next visit.
export function useRemembered(key: string, first: string): [string, (value: string) => void] {
  const [value, set] = useState(() => read(key) ?? first)
  return [
    value,
    (to) => {
      set(to)
      write(key, to)
    },
  ]
}

function read(key: string) {
  try {
    return localStorage.getItem(key)
  } catch {
    return null // a browser that keeps nothing
  }
}

function write(key: string, value: string) {
  try {
    localStorage.setItem(key, value)
  } catch {
    // a full store: the next visit begins as the first did
  }
}
