import { expect } from 'vitest'

/** Compares an answer with a worked one: numbers within the tolerance, everything else to the letter. Extra fields may stand. */
export function expectClose(
  actual: unknown,
  wanted: unknown,
  tolerance: number,
  loose: Record<string, number | undefined> = {},
  path = 'answer',
): void {
  if (typeof wanted === 'number') {
    expect(typeof actual, path).toBe('number')
    expect(Math.abs((actual as number) - wanted), `${path}: ${String(actual)} against ${wanted}`).toBeLessThanOrEqual(
      tolerance,
    )
  } else if (Array.isArray(wanted)) {
    expect(Array.isArray(actual), path).toBe(true)
    expect((actual as unknown[]).length, `${path}.length`).toBe(wanted.length)
    wanted.forEach((w, i) => expectClose((actual as unknown[])[i], w, tolerance, loose, `${path}[${i}]`))
  } else if (wanted !== null && typeof wanted === 'object') {
    for (const [key, w] of Object.entries(wanted))
      expectClose((actual as Record<string, unknown>)?.[key], w, loose[key] ?? tolerance, loose, `${path}.${key}`)
  } else {
    expect(actual, path).toBe(wanted)
  }
}
