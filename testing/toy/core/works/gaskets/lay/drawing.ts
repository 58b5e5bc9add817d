import type { AskedSpots } from '../../../drawing/asked-spots'
import { spotsOf, stateOf } from '../../../drawing/asked-spots'
import type { Frame, Scene } from '../../../drawing/scene'

/** A pad with its two spots: how thick its gasket is, and the gap beside it. @param turn what is being read of it */
export function padDrawing(turn: AskedSpots | null, { width, height }: Frame): Scene {
  const spots = turn ? spotsOf(turn) : null
  const title = { word: 'gasket.pad', figures: {} }
  return {
    name: 'pad',
    title,
    width,
    height,
    shapes: ['thicknessMm', 'gapMm'].map((spot, i) => ({
      is: 'spot' as const,
      x: width / 2,
      y: (height * (i + 1)) / 3,
      state: spots ? stateOf(spots.get(spot)) : ('open' as const),
      spot,
    })),
  }
}
