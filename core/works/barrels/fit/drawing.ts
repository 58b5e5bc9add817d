import { spotsOf, stateOf, type AskedSpots } from '../../../drawing/asked-spots'
import type { Frame, Scene, Shape } from '../../../drawing/scene'
import { edgeRing } from '../edge-ring'
import type { BarrelSpot } from '../read-barrels'
import { twoPlaces } from '../two-places'
import { stands, standsVerdict, type FitState } from './read'

/** The sleeve on the bench, cut along its axis: where it is measured. */
function sleeveOnBench(spot: BarrelSpot, turn: AskedSpots, { width, height }: Frame): Scene {
  const { sleeve, barrel } = spot.of
  const spots = spotsOf(turn)
  const [top, tall] = [74, height - 130]
  const scale = Math.min((width * 0.5) / sleeve.flangeOuterMm, tall / (barrel.lengthMm * 1.05))
  const x = width / 2
  const [outer, inner, flange] = [sleeve.outerMm, sleeve.innerMm, sleeve.flangeOuterMm].map(
    (mm) => (mm * scale) / 2,
  ) as [number, number, number]
  // A flange of a few millimetres is still to be seen, and touched.
  const collar = Math.max(34, sleeve.flangeMm * scale)
  const high = Math.min(tall, barrel.lengthMm * scale)
  const title = { word: 'barrel.sleeve-title', figures: { name: spot.name } }
  const half = (side: 1 | -1): Shape => ({
    is: 'trace',
    closed: true,
    fill: 'part',
    line: 'part',
    points: [
      [x + side * flange, top],
      [x + side * inner, top],
      [x + side * inner, top + high],
      [x + side * outer, top + high],
      [x + side * outer, top + collar],
      [x + side * flange, top + collar],
    ],
  })
  const figure = (key: string, at: { x: number; y: number }, end: { x: number; y: number }): Shape[] => {
    const now = spots.get(key)
    return [
      {
        is: 'line',
        x1: at.x,
        y1: at.y,
        x2: end.x,
        y2: end.y,
        line: now?.asked ? 'asked' : 'faint',
        wide: now?.asked ?? false,
      },
      { is: 'spot', ...at, state: stateOf(now), spot: key },
      { is: 'spot', ...end, state: stateOf(now), spot: key },
      ...(now?.figure == null
        ? []
        : [
            {
              is: 'text' as const,
              x: (at.x + end.x) / 2,
              y: Math.min(at.y, end.y) - 10,
              said: { mm: now.figure },
              size: 18,
              bold: true,
              anchor: 'middle' as const,
            },
          ]),
    ]
  }
  const across = (key: string, r: number, y: number) => figure(key, { x: x - r, y }, { x: x + r, y })
  const shapes: Shape[] = [
    { is: 'text', x: 16, y: 26, said: title, size: 16, bold: true },
    half(1),
    half(-1),
    ...across('outer-1', outer, top + collar + (high - collar) * 0.3),
    ...across('innerMm', inner, top + collar + (high - collar) * 0.55),
    ...across('outer-2', outer, top + collar + (high - collar) * 0.82),
    ...figure('flangeMm', { x: x + flange + 30, y: top }, { x: x + flange + 30, y: top + collar }),
  ]
  return { name: 'sleeve-on-bench', title, width, height, shapes }
}

/** What a turn of this stage is read on; null where it is read on nothing. */
export function fitSpots(
  entry: string,
  spot: BarrelSpot,
  state: FitState,
  turn: AskedSpots,
  frame: Frame,
): Scene | null {
  if (entry === 'measure-sleeve') return sleeveOnBench(spot, turn, frame)
  if (entry === 'bore-barrel')
    return twoPlaces(
      spot,
      'bore',
      { nowMm: state.boreNowMm, toMm: state.boreToMm, word: 'barrel.to-line' },
      turn,
      frame,
    )
  if (entry !== 'cut-seat-ring') return null
  const flangeMm = state.sleeve?.flangeMm ?? spot.of.sleeve.flangeMm
  const { minMm, maxMm } = spot.of.sleeve.proud
  return edgeRing(
    {
      title: { word: 'barrel.seat-title', figures: { name: spot.name } },
      edgesMm: null,
      minMm: flangeMm - maxMm,
      maxMm: flangeMm - minMm,
      verdictOf: (mm) => stands(standsVerdict(spot.of, flangeMm - mm, state.sleeve?.uncertaintyMm ?? 0)),
    },
    turn,
    frame,
  )
}
