import { amongSpots, whole } from '../../job/gate'
import { mover, type Move } from '../../job/move'
import type { Spot } from '../../job/place'
import { isClosed } from '../../job/route'
import type { Snapshot } from '../../job/snapshot'
import type { StageLogic } from '../stage-logic'
import { housingsOf, lastAt, lastOf, sectionOf } from './read-bushings'
import { readBluing, readFloat, readSpin } from './read-spin'

const says = {
  actions: ['shaft-in', 'turn', 'blue', 'ease', 'read-again', 'seal-plug', 'next-place', 'close-stage', 'done'],
  told: ['stop', 'look-again'],
  reasons: [
    'in-first',
    'as-photographed',
    'by-scale',
    'once-a-turn',
    'all-round',
    'marks-here',
    'no-marks',
    'against-before',
    'last-plug',
    'next',
    'free',
    'float-out',
    'closed',
  ],
  cautions: ['cam-heavy', 'oil-bushings', 'ease-by-hand', 'plug-sealer'],
} as const
const make = mover('cam-spin', says)

/** The camshaft in, turned, and read again as it was before. */
export function camSpinMove(snapshot: Snapshot, hand: Spot): Move {
  if (isClosed(snapshot, 'cam-spin')) return make('done', 'closed')
  if (!isClosed(snapshot, 'bushings-in')) return make('stop', 'in-first')
  if (!lastOf(snapshot, 'shaftIn')) return make('shaft-in', 'as-photographed', { caution: 'oil-bushings' })
  const limitNm = sectionOf(snapshot)?.turningNm ?? null
  const { test, reading } = readSpin(snapshot)
  if (reading === null) return make('turn', 'by-scale', { caution: 'cam-heavy', figures: { limitNm } })
  const figures = {
    limitNm,
    meanNm: test?.meanNm ?? null,
    peakNm: test?.peakNm ?? null,
    peakAtDeg: test?.peakAtDeg ?? null,
  }
  if (reading !== 'free') {
    const { marked, open } = readBluing(snapshot)
    const at = marked[0] ?? open[0]
    if (!at) return make('look-again', 'no-marks', { figures })
    if (at.place !== hand.place) return make('next-place', 'next', { place: at.place })
    const oClock = lastAt(snapshot, 'blued', at.place)?.oClock ?? null
    if (marked.length > 0)
      return make('ease', 'marks-here', {
        place: at.place,
        caution: 'ease-by-hand',
        figures: { ...figures, hour: oClock },
      })
    return make('blue', reading === 'tight-at-one-place' ? 'once-a-turn' : 'all-round', { place: at.place, figures })
  }
  const before = lastOf(snapshot, 'before')
  if (!lastOf(snapshot, 'after'))
    return make('read-again', 'against-before', {
      figures: { endFloatMm: before?.endFloatMm ?? null, backlashMm: before?.backlashMm ?? null },
    })
  if (!lastOf(snapshot, 'camPlugs')?.fitted) return make('seal-plug', 'last-plug', { caution: 'plug-sealer' })
  const { endFloat, backlash } = readFloat(snapshot, 'after')
  return make('close-stage', endFloat === 'in' && backlash === 'in' ? 'free' : 'float-out', { figures })
}

export const camSpin: StageLogic = {
  says,
  problems: (s) => {
    const { reading } = readSpin(s)
    const { endFloat, backlash } = readFloat(s, 'after')
    const shaftIn = lastOf(s, 'shaftIn')
    return [
      ...whole('earlier-open', !isClosed(s, 'bushings-in'), false),
      ...whole('not-spun', reading === null, false),
      ...whole('binds', reading !== null && reading !== 'free', false),
      ...amongSpots('blue-marks', reading === 'free' ? [] : readBluing(s).marked, false),
      ...whole('timing-off', shaftIn !== null && !shaftIn.asPhotographed, false),
      ...whole('float-not-read', lastOf(s, 'after') === null, true),
      ...whole('float-out', (endFloat ?? 'in') !== 'in' || (backlash ?? 'in') !== 'in', true),
      ...whole('plug-open', !lastOf(s, 'camPlugs')?.fitted, false),
    ]
  },
  move: (s, hand) => camSpinMove(s, { cylinder: null, place: hand.place ?? null }),
  refuse: (s, act) => {
    if (act.what === 'cam-shaft-in' && !isClosed(s, 'bushings-in'))
      return { code: 'out-of-order', details: ['bushings-first'] }
    if (act.what !== 'blue-housing' && act.what !== 'ease-bushing') return null
    return housingsOf(s).some((h) => h.place === act.place) ? null : { code: 'unknown-place', details: [act.place] }
  },
}
