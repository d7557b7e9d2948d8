import { type Id } from './types'

const base32 = 'abcdefghijklmnopqrstuvwxyz234567'

// newId makes an id for a row or a change: 80 random bits.
export function newId(): Id {
  return Array.from(crypto.getRandomValues(new Uint8Array(16)), (b) => base32[b & 31]).join('')
}
