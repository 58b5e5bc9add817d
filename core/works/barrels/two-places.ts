import { spotsOf, stateOf, type AskedSpots } from '../../drawing/asked-spots'
import type { Frame, Scene, Shape } from '../../drawing/scene'
import type { BarrelSpot } from './read-barrels'

/**
 * A barrel cut along its axis with the two places at which its bore is read, and the size it goes to.
 *
 * @param name what the spots are called before their numbers
 * @param sizes what it was last, and what it goes to; null where that is not known
 */
export function twoPlaces(
  spot: BarrelSpot,
  name: string,
  sizes: { nowMm: number | null; toMm: number | null; word: string },
  turn: AskedSpots,
  { width, height }: Frame,
): Scene {
  const { barrel, sleeve } = spot.of
  const spots = spotsOf(turn)
  const tall = height - 120
  const wide = Math.min(width * 0.55, tall * (barrel.outerMm / barrel.lengthMm))
  const [left, top] = [(width - wide) / 2, 64]
  const wall = (wide * (barrel.outerMm - sleeve.outerMm)) / 2 / barrel.outerMm
  const title = { word: 'barrel.two-title', figures: { name: spot.name } }
  const shapes: Shape[] = [
    { is: 'text', x: 16, y: 26, said: title, size: 16, bold: true },
    { is: 'rect', x: left, y: top, w: wall, h: tall, fill: 'metal', line: 'line' },
    { is: 'rect', x: left + wide - wall, y: top, w: wall, h: tall, fill: 'metal', line: 'line' },
    {
      is: 'line',
      x1: left + wide / 2,
      y1: top - 10,
      x2: left + wide / 2,
      y2: top + tall + 10,
      line: 'faint',
      dashed: true,
    },
  ]
  for (const n of [1, 2]) {
    const now = spots.get(`${name}-${n}`)
    const y = top + tall * (n === 1 ? 0.28 : 0.72)
    shapes.push(
      {
        is: 'line',
        x1: left + wall,
        y1: y,
        x2: left + wide - wall,
        y2: y,
        line: now?.asked ? 'asked' : 'line',
        wide: now?.asked ?? false,
      },
      { is: 'spot', x: left + wall, y, state: stateOf(now), spot: `${name}-${n}` },
      { is: 'spot', x: left + wide - wall, y, state: stateOf(now), spot: `${name}-${n}` },
    )
    if (now?.figure != null)
      shapes.push({
        is: 'text',
        x: left + wide / 2,
        y: y - 12,
        said: { mm: now.figure },
        size: 20,
        anchor: 'middle',
        bold: true,
      })
  }
  const foot = height - 20
  if (sizes.nowMm !== null)
    shapes.push({
      is: 'text',
      x: 16,
      y: foot,
      said: { word: 'barrel.was-line', figures: { sizeMm: sizes.nowMm } },
      size: 16,
    })
  if (sizes.toMm !== null)
    shapes.push({
      is: 'text',
      x: width - 16,
      y: foot,
      said: { word: sizes.word, figures: { sizeMm: sizes.toMm } },
      size: 16,
      anchor: 'end',
      tone: 'in',
    })
  return { name: 'two-places', title, width, height, shapes }
}
