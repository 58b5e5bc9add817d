import type { z } from 'zod'

/** Issues of a figure or a text, not of the shape: what an earlier version let in must still be shown. */
const ofValue = new Set(['too_small', 'too_big', 'custom', 'invalid_format', 'not_multiple_of'])

/**
 * What a server answered. Entering is strict, reading is lenient: a figure that would not be
 * taken today is read as it is.
 *
 * @throws ZodError where it has another shape than this page knows
 */
export function readLeniently<S extends z.ZodType>(schema: S, answer: unknown): z.infer<S> {
  const read = schema.safeParse(answer)
  if (read.success) return read.data
  if (read.error.issues.every((i) => ofValue.has(i.code))) return answer as z.infer<S>
  throw read.error
}
