import type { WorkLogic } from '../stage-logic'
import { bushingMap } from './bushing-map'
import { bushingsIn } from './bushings-in'
import { bushingsOut } from './bushings-out'
import { camOut } from './cam-out'
import { camSpin } from './cam-spin'
import { galleries } from './galleries'

/** The logic of cam bushings, stage by stage. */
export const stages: WorkLogic<'bushings'> = {
  'cam-out': camOut,
  'bushings-out': bushingsOut,
  galleries,
  'bushing-map': bushingMap,
  'bushings-in': bushingsIn,
  'cam-spin': camSpin,
}
