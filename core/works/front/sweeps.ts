import type { OneOfSeveral } from '../../job/turn'

/** A bore or a face is swept at so many stations, clockwise from up. */
const STATIONS = 8
const at = (row: number): number => (row * 360) / STATIONS
/** Which hour a station is. */
const station = (row: number): OneOfSeveral => ({
  figures: { hour: String((row * 12) / STATIONS || 12) },
  spot: `deg-${at(row)}`,
})
/** How a sweep is asked: each station at its usual angle, more of them by hand. */
export const sweepRows = {
  rows: () => Array.from({ length: STATIONS }, (_, row) => station(row)),
  more: (_: unknown, row: number): OneOfSeveral => ({ figures: { hour: '' }, spot: `more-${row}` }),
  each: {
    angleDeg: { spot: 'at', usual: (_: unknown, row: number) => (row < STATIONS ? at(row) : undefined) },
    valueMm: { spot: 'dial' },
  },
}

type Station = { angleDeg?: number; valueMm?: number } | undefined
/** The stations of a sweep that were read so far. */
export const sweptSofar = (sweep: readonly Station[] = []): { angleDeg: number; valueMm: number }[] =>
  sweep.flatMap((s) =>
    s?.angleDeg === undefined || s.valueMm === undefined ? [] : [{ angleDeg: s.angleDeg, valueMm: s.valueMm }],
  )
/** As many as a sweep can be judged by. */
export const LEAST_STATIONS = 3
