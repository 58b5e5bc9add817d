import { spinTest, type SpinTest } from '../../bushing/spin-shaft'
import { CalcError } from '../../errors'
import { latest } from '../../job/order'
import type { Snapshot } from '../../job/snapshot'
import { judgeLower, judgeUpper, worstVerdict, type Verdict } from '../../measure/verdict'
import { bushingEntries, housingsOf, lastAt, lastOf, readClearance, sectionOf, type HousingSpot } from './read-bushings'

/** The camshaft as it was turned last. */
export interface SpinState {
  turned: ReturnType<typeof lastTurn>
  test: SpinTest | null
  /** What that says; null before it was turned since the last work on a bushing. */
  reading: SpinTest['reading'] | null
}
function lastTurn(snapshot: Snapshot) {
  const changed = Math.max(lastOf(snapshot, 'eased')?.seq ?? -1, lastOf(snapshot, 'shaftIn')?.seq ?? -1)
  return latest(bushingEntries(snapshot, 'turned').filter((t) => t.seq > changed))
}

export function readSpin(snapshot: Snapshot): SpinState {
  const turned = lastTurn(snapshot)
  if (!turned) return { turned, test: null, reading: null }
  const limitNm = sectionOf(snapshot)?.turningNm
  const felt = { free: 'free', drags: 'tight-all-round', binds: 'tight-at-one-place' } as const
  if (turned.armMm !== null && turned.readings.length > 0 && limitNm !== undefined)
    try {
      const test = spinTest({ armMm: turned.armMm, limitNm, readings: turned.readings })
      return { turned, test, reading: test.reading }
    } catch (error) {
      if (!(error instanceof CalcError)) throw error
    }
  return { turned, test: null, reading: turned.feel ? felt[turned.feel] : null }
}

/** Where bluing marks since the shaft was last turned, and which housings nobody looked at yet, the tightest first. */
export function readBluing(snapshot: Snapshot): { marked: HousingSpot[]; open: HousingSpot[] } {
  const { turned } = readSpin(snapshot)
  const looked = (h: HousingSpot) => {
    const blue = lastAt(snapshot, 'blued', h.place)
    return blue && blue.seq > (turned?.seq ?? Infinity) ? blue : null
  }
  const tightness = (h: HousingSpot) => readClearance(snapshot, h)?.clearanceMm ?? Infinity
  const all = housingsOf(snapshot)
  return {
    marked: all.filter((h) => looked(h)?.oClock != null),
    open: all.filter((h) => looked(h) === null).sort((a, b) => tightness(a) - tightness(b)),
  }
}

/** How a figure lies in a window. */
export const inWindow = (valueMm: number, { minMm, maxMm }: { minMm: number; maxMm: number }, uMm: number): Verdict =>
  worstVerdict([judgeLower(valueMm, minMm, uMm), judgeUpper(valueMm, maxMm, uMm)])

/** End float and backlash against the sheet: before, and after. */
export function readFloat<R extends 'before' | 'after'>(snapshot: Snapshot, rows: R) {
  const entry = lastOf(snapshot, rows)
  const section = sectionOf(snapshot)
  const judge = (valueMm: number | null | undefined, window: { minMm: number; maxMm: number } | undefined) =>
    entry && valueMm != null && window ? inWindow(valueMm, window, entry.uncertaintyMm) : null
  return {
    entry,
    endFloat: judge(entry?.endFloatMm, section?.endFloat),
    backlash: judge(entry?.backlashMm, section?.backlash),
  }
}
