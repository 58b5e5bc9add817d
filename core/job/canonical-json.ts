/**
 * A value as JSON in the one form that RFC 8785 gives it: keys in the order of their UTF-16 units, no blanks, figures as
 * ECMAScript writes them. What is undefined is left out. The same bytes come out in any language that follows the RFC.
 *
 * @throws TypeError at what JSON has no form for: a figure that is none, half of a character
 * Source: RFC 8785, JSON Canonicalization Scheme.
 */
export function canonicalJson(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map((v) => canonicalJson(v ?? null)).join(',')}]`
  if (value === null || typeof value !== 'object') return plain(value)
  const pairs = Object.keys(value)
    .filter((key) => (value as Record<string, unknown>)[key] !== undefined)
    .sort()
    .map((key) => `${plain(key)}:${canonicalJson((value as Record<string, unknown>)[key])}`)
  return `{${pairs.join(',')}}`
}

const half = /\p{Surrogate}/u

function plain(value: unknown): string {
  if (typeof value === 'number' && !Number.isFinite(value)) throw new TypeError('a figure that is none')
  if (typeof value === 'string' && half.test(value)) throw new TypeError('half of a character')
  const text = JSON.stringify(value)
  if (text === undefined) throw new TypeError(`nothing that JSON has: ${typeof value}`)
  return text
}
