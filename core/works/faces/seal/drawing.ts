import { LEAST_TEXT, type Frame, type Scene, type Shape, type Tone } from '../../../drawing/scene'
import type { FaceState, PadSpot } from '../read-faces'

/** How far the pad stands off while nothing is drawn in, px: at most, and of the drawing's width. */
const [APART_PX, APART] = [104, 0.14]
const PART_PX = 24
/** The shaft and what hangs round it, as shares of the sealing face. */
const SHAFT = 0.66
const CARBON_IN = 0.84
/** Metal beyond the circle of the nuts, mm. */
const RIM_MM = 16

/** What is done next with a part: brass in hand, solid once done, dashed while it is to come. */
interface Look {
  line: Tone
  fill?: Tone
  dashed?: boolean
}
const inHand: Look = { line: 'asked', fill: 'part' }
const done: Look = { line: 'in', fill: 'faint' }
const toCome: Look = { line: 'faint', dashed: true }
const asIt: Look = { line: 'line', fill: 'metal' }

/**
 * A face seal cut along its shaft: housing, ring with its packing, carbon, the pad on its studs as far as it is drawn in;
 * what is apart lies apart, a carbon that soaks lies under oil.
 *
 * @param hand what the next move does there, by its action
 */
export function faceSealInSection(pad: PadSpot, state: FaceState, hand: string, { width, height }: Frame): Scene {
  const { faceMm, circleMm, travelMm, nuts } = pad.of
  const middle = height * 0.45
  const scale = (middle - 52) / (circleMm / 2 + RIM_MM)
  const radius = (mm: number) => mm * scale
  const [face, circle, outer] = [radius(faceMm / 2), radius(circleMm / 2), radius(circleMm / 2 + RIM_MM)]
  const shaft = face * SHAFT
  const { has } = state
  const old = !has('ring-out')
  const inPlace = old || has('clicked')
  const look = (step: string, is: boolean): Look => (hand === step ? inHand : is ? done : toCome)

  const housing = { x: width * 0.13, w: Math.min(width * 0.2, 170) }
  const ringX = housing.x + housing.w - (inPlace ? PART_PX - 4 : -16)
  const contact = housing.x + housing.w + 4
  // As far as it still is to go, of what it goes.
  const left = old ? state.off.mm / travelMm : has('clicked') ? 1 - state.on.mm / travelMm : 1.6
  const cover = {
    x: contact + PART_PX + Math.min(APART_PX, width * APART) * Math.max(0, left),
    w: Math.min(width * 0.1, 84),
  }
  const soaking = has('soak') && !has('clicked')
  const carbonX = soaking ? null : cover.x - PART_PX

  const both = (x: number, w: number, from: number, to: number, as: Look): Shape[] =>
    [-1, 1].map((side) => ({ is: 'rect', x, y: side < 0 ? middle - to : middle + from, w, h: to - from, ...as }))
  const ring = old ? asIt : hand === 'clicked' ? inHand : look('pair', has('pair'))
  const carbon = old ? asIt : hand === 'soak' ? inHand : look('pair', has('pair'))
  const packing = old ? asIt : hand === 'rolled' ? inHand : look('jelly', has('jelly'))
  const turning = ['jack', 'draw', 'even', 'bolts'].includes(hand)
  // Once it is rolled it lies behind the ring; before, loose round it.
  const packingX = inPlace || has('rolled') ? ringX + 5 : ringX + PART_PX + 12

  const shapes: Shape[] = [
    { is: 'text', x: 16, y: 26, said: { word: 'face.section', figures: { n: pad.n } }, size: 16, bold: true },
    { is: 'rect', x: housing.x - 40, y: middle - shaft, w: width * 0.62, h: 2 * shaft, fill: 'faint', line: 'faint' },
    { is: 'line', x1: 16, x2: width - 16, y1: middle, y2: middle, line: 'faint', dashed: true },
    ...both(housing.x, housing.w, shaft + 8, outer, { line: 'line', fill: 'metal' }),
    ...both(cover.x, cover.w, shaft + 8, outer, { line: 'line', fill: 'metal' }),
    ...[-1, 1].flatMap((side): Shape[] => {
      const y = middle + side * circle
      return [
        { is: 'line', x1: housing.x + 20, x2: cover.x + cover.w + 34, y1: y, y2: y, line: 'line', wide: true },
        { is: 'rect', x: cover.x + cover.w, y: y - 12, w: 18, h: 24, ...(turning ? inHand : asIt) },
      ]
    }),
    ...both(ringX, PART_PX, shaft + 2, face * 1.04, ring),
    ...[-1, 1].map((side): Shape => ({
      is: 'ring',
      x: packingX,
      y: middle + side * (face * 1.04 + 9),
      r: 8,
      line: packing.line,
      ...(packing.fill ? { fill: packing.fill } : {}),
      wide: hand === 'jelly' || hand === 'rolled',
    })),
    ...(carbonX === null ? [] : both(carbonX, PART_PX, face * CARBON_IN, face, carbon)),
  ]
  if (inPlace && !old) {
    // The two faces that run on each other: wiped, with nothing on them.
    const tone: Tone = hand === 'wiped' ? 'asked' : has('wiped') ? 'in' : 'out'
    for (const side of [-1, 1])
      for (const x of [ringX + PART_PX, carbonX ?? contact])
        shapes.push({
          is: 'line',
          x1: x,
          x2: x,
          y1: middle + side * face * CARBON_IN,
          y2: middle + side * face,
          line: tone,
          wide: true,
        })
  }
  if (soaking || hand === 'soak') shapes.push(...tray(state, hand, width, height, face))

  const said = (word: string, x: number, y: number, as: Look): Shape => ({
    is: 'text',
    x,
    y,
    said: { word: `face.label.${word}` },
    size: LEAST_TEXT + 1,
    anchor: 'middle',
    tone: as.line === 'faint' ? 'line' : as.line,
    bold: as === inHand,
  })
  const low = middle + outer
  shapes.push(
    said('housing', housing.x + housing.w / 2, low + 20, asIt),
    said('pad', cover.x + cover.w / 2, middle - outer - 8, asIt),
    said('ring', ringX + PART_PX / 2, middle - outer - 8, ring),
    said('packing', packingX, low + 42, packing),
    ...(carbonX === null ? [] : [said('carbon', carbonX + PART_PX / 2, middle - outer - 26, carbon)]),
    {
      is: 'text',
      x: cover.x + cover.w + 42,
      y: middle - circle + 5,
      said: { word: 'face.label.nuts', figures: { n: nuts } },
      size: LEAST_TEXT + 1,
      tone: turning ? 'asked' : 'line',
      bold: turning,
    },
  )
  return { name: 'face-parts', title: { word: 'face.section', figures: { n: pad.n } }, width, height, shapes }
}

/** The carbon under oil, its air still to be worked out. */
function tray({ has }: FaceState, hand: string, width: number, height: number, face: number): Shape[] {
  const [w, h] = [Math.min(width * 0.28, 190), 60]
  const [x, y] = [width - w - 20, height - h - 18]
  const carbon = hand === 'soak' || hand === 'wait' ? inHand : done
  const bubbles = !has('bubbles')
  const long = Math.min(w - 40, face * 2)
  const from = x + (w - long) / 2
  return [
    { is: 'rect', x, y: y + 18, w, h: h - 18, fill: 'faint' },
    {
      is: 'trace',
      points: [
        [x, y],
        [x, y + h],
        [x + w, y + h],
        [x + w, y],
      ],
      line: 'line',
    },
    { is: 'rect', x: from, y: y + h - 24, w: long, h: 16, ...carbon },
    ...(bubbles
      ? [0.2, 0.45, 0.7].map((at, i): Shape => ({
          is: 'ring',
          x: from + at * long,
          y: y + h - 32 - i * 4,
          r: 4,
          line: hand === 'bubbles' ? 'asked' : 'line',
          wide: hand === 'bubbles',
        }))
      : []),
    {
      is: 'text',
      x: x + w / 2,
      y: y - 8,
      said: { word: bubbles ? 'face.label.oil-air' : 'face.label.oil' },
      size: LEAST_TEXT + 1,
      anchor: 'middle',
      tone: hand === 'bubbles' || hand === 'soak' ? 'asked' : 'line',
      bold: hand === 'bubbles' || hand === 'soak',
    },
  ]
}
