import type { WorkLogic } from '../stage-logic'
import { camOut } from './cam/steps'
import { galleries } from './galleries/steps'
import { bushingsIn } from './in/steps'
import { bushingMap } from './map/steps'
import { bushingsOut } from './out/steps'
import { camSpin } from './spin/steps'

/** The logic of cam bushings, stage by stage. */
export const stages: WorkLogic<'bushings'> = {
  'cam-out': camOut,
  'bushings-out': bushingsOut,
  galleries,
  'bushing-map': bushingMap,
  'bushings-in': bushingsIn,
  'cam-spin': camSpin,
}
