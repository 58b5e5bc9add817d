import type { Said } from '../../../job/ask'
import { stageSteps } from '../../../job/step'
import type { MeasuredBy, SofarOf } from '../../../job/turn'
import { judgeUpper } from '../../../measure/verdict'
import { barrelsOf, coldMm, nameAt, readWorn, sectionOf, type BarrelSpot } from '../read-barrels'
import { gaugedSet, named } from '../parts'

const says = {
  actions: ['sheet-first', 'measure', 'decide', 'next-place', 'close-stage', 'done'],
  heads: ['decide-oversize', 'decide-sleeve'],
  reasons: ['no-section', 'three-by-two', 'stays', 'marks-under', 'worn', 'beyond', 'next', 'all-decided', 'closed'],
  cautions: ['part-warm', 'owner-first'],
  gates: ['barrel-not-measured', 'barrel-undecided'],
  orders: ['measure-first', 'way-closed'],
} as const
const { part, whole, logic } = stageSteps('barrel-measure', says)

const sheet = whole(sectionOf).of([
  {
    action: 'sheet-first',
    when: ({ state }) => state === null,
    gate: { code: 'no-sheet', soft: false },
    reason: 'no-section',
  },
])

const barrels = part({
  places: barrelsOf,
  read: readWorn,
  figures: ({ spot, state: { judged, measured, oversizeMm } }) => {
    const { barrel, costs } = spot.of
    return {
      name: spot.name,
      newMm: barrel.boreMm,
      largestMm: judged?.largestMm ?? null,
      maxMm: barrel.wornMaxMm,
      lastMm: barrel.boreMm + Math.max(0, ...barrel.oversizesMm),
      taperMm: judged?.taperMm ?? null,
      roundMm: judged?.outOfRoundMm ?? null,
      oversizeMm,
      sleeveMoney: costs.sleeve.money,
      replaceMoney: costs.barrel.money,
      partC: measured?.partC ?? null,
    }
  },
})

/** A bore as far as it is read: each figure against the largest it may be worn to, round and taper as they come. */
function wornSofar({ of: { barrel } }: BarrelSpot, sofar: SofarOf<'measure-barrel'>, by: MeasuredBy): Said {
  const { partC, levels = [] } = sofar
  if (partC === undefined) return { verdicts: {}, lines: [] }
  const cold = (mm: number) => coldMm(mm, partC, barrel.expansionPerC)
  const figures = levels.flatMap((level, i) =>
    (['thrustMm', 'alongMm'] as const).flatMap((way) => {
      const mm = level?.[way]
      return mm === undefined ? [] : [{ key: `levels.${i}.${way}`, way, mm: cold(mm) }]
    }),
  )
  if (figures.length === 0) return { verdicts: {}, lines: [] }
  const two = Math.SQRT2 * by.uncertaintyMm
  const rounds = levels.flatMap((l) =>
    l?.thrustMm === undefined || l.alongMm === undefined ? [] : [Math.abs(cold(l.thrustMm) - cold(l.alongMm))],
  )
  const along = (['thrustMm', 'alongMm'] as const).map((way) => figures.filter((f) => f.way === way).map((f) => f.mm))
  const tapers = along.flatMap((mm) => (mm.length > 1 ? [Math.max(...mm) - Math.min(...mm)] : []))
  const most = (word: string, mm: number[], maxMm: number) =>
    mm.length === 0
      ? []
      : [{ word, figures: { mostMm: Math.max(...mm), maxMm }, verdict: judgeUpper(Math.max(...mm), maxMm, two) }]
  return {
    verdicts: Object.fromEntries(figures.map((f) => [f.key, judgeUpper(f.mm, barrel.wornMaxMm, by.uncertaintyMm)])),
    lines: [...most('round', rounds, barrel.outOfRoundMaxMm), ...most('taper', tapers, barrel.taperMaxMm)],
  }
}

const measure = barrels.turn({
  entry: 'measure-barrel',
  fields: {
    ...gaugedSet<{ spot: BarrelSpot }>(({ spot }) => spot.of.barrel.boreMm),
    wall: { figures: named, words: 'barrel.wall' },
  },
  said: ({ spot }, sofar, by) => wornSofar(spot, sofar, by),
})
const decide = barrels.turn({
  entry: 'decide-barrel',
  fields: {
    way: {
      figures: named,
      words: 'barrel.way',
      options: ({ state }) => state.open,
      offered: ({ state }) => state.asks ?? 'new',
    },
  },
  after: { 'measure-first': ({ state }) => state.judged === null },
  refuses: ({ state }, { way }) => (state.open.includes(way) ? null : 'way-closed'),
})

/** Barrels by the bore gauge, brought to 20 °C, and what is to become of each. */
export const barrelMeasure = logic({
  parts: [
    sheet,
    barrels.of([
      {
        action: 'measure',
        when: ({ state }) => state.judged === null,
        gate: { code: 'barrel-not-measured', soft: false },
        reason: 'three-by-two',
        caution: 'part-warm',
        turn: measure,
      },
      {
        action: 'decide',
        when: ({ state }) => state.judged !== null && state.way === null,
        gate: { code: 'barrel-undecided', soft: false },
        head: ({ state: { asks } }) =>
          asks === 'keep' ? undefined : asks === 'oversize' ? 'decide-oversize' : 'decide-sleeve',
        reason: ({ state: { asks, measured } }) => {
          if (asks === 'keep') return 'stays'
          if (asks === 'oversize') return measured!.wall === 'old-marks' ? 'marks-under' : 'worn'
          return 'beyond'
        },
        caution: ({ state }) => (state.asks === 'keep' ? null : 'owner-first'),
        turn: decide,
      },
    ]),
  ],
  next: { action: 'next-place', reason: 'next', figures: (s, spot) => ({ name: nameAt(s, spot.place) }) },
  closes: () => ({ reason: 'all-decided' }),
})
