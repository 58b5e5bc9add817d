import type { Verdict } from '../../measure/verdict'
import { withUnit, word, type Told } from '../../job/told'
import type { OldPattern } from './read-old'

export const percent = (share: number) => Math.round(100 * share)

/** What old bushings say together. */
export const patternTold = ({ code, places, passages, oClock }: OldPattern): Told =>
  word(`cam.pattern.${code === 'layers' && passages.length === 0 ? 'layers-none' : code}`, {
    hour: oClock ?? '',
    places: { list: places.map((p) => p.replace('housing-', '')) },
    passages: passages.length > 0 ? { list: passages } : '—',
  })

/** A play that was read, and how it lies; nothing where it was not. */
export function playTold(name: string, valueMm: number | null, verdict: Verdict | null): Told[] {
  if (valueMm === null) return []
  const told: Told[] = [word(name), ': ', withUnit(valueMm)]
  return [verdict ? [...told, ', ', word(`verdict.${verdict}`)] : told]
}
