import { ref } from 'vue'
import { z } from 'zod'

/** Issues of a figure or a text, not of the shape: what an earlier version let in must still be shown. */
const ofValue = new Set(['too_small', 'too_big', 'custom', 'invalid_format', 'not_multiple_of'])
/** Names and words that this page does not know: a newer server has more of them. */
const ofNewer = new Set(['unrecognized_keys', 'invalid_value', 'invalid_union'])

/** Whether something was met that only a newer page knows: then this one says so, and offers to load anew. */
export const newerMet = ref(false)

/**
 * What a server answered. Entering is strict, reading is lenient: a figure that would not be taken
 * today is read as it is, and so is what has more in it than this page knows.
 *
 * @throws ZodError where it has another shape than this page knows
 */
export function readLeniently<S extends z.ZodType>(schema: S, answer: unknown): z.infer<S> {
  const read = schema.safeParse(answer)
  if (read.success) return read.data
  const { issues } = read.error
  if (issues.some((i) => ofNewer.has(i.code))) newerMet.value = true
  if (issues.every((i) => ofValue.has(i.code) || i.code === 'unrecognized_keys')) return answer as z.infer<S>
  throw read.error
}
