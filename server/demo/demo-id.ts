import { createHash } from 'node:crypto'

/** A UUID made from a name (RFC 9562, version 8), so that the demo world is the same wherever it is loaded. */
export function demoId(name: string): string {
  const hex = createHash('sha256').update(`even bore demo: ${name}`).digest('hex')
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-8${hex.slice(13, 16)}-a${hex.slice(17, 20)}-${hex.slice(20, 32)}`
}
