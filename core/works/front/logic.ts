import type { Snapshot } from '../../job/snapshot'
import type { Clock } from '../clock'
import type { WorkLogic } from '../stage-logic'
import { clocks as skinClocks, cover } from './cover/steps'
import { damperOff } from './off/steps'
import { clocks as hotClocks, damperOn } from './on/steps'
import { flywheelOff } from './wheel-off/steps'
import { flywheelOn } from './wheel-on/steps'
import { clocks as restClocks, sealIn } from './seal/steps'
import { sealOut } from './out/steps'
import { tdc } from './tdc/steps'

/** The logic of the ends of the crank, stage by stage. */
export const stages: WorkLogic<'front'> = {
  'damper-off': damperOff,
  'flywheel-off': flywheelOff,
  'seal-out': sealOut,
  cover,
  'seal-in': sealIn,
  'flywheel-on': flywheelOn,
  'damper-on': damperOn,
  tdc,
}

/** Sealant that skins, a lip at rest, a hub that cools. */
export const clocks = (snapshot: Snapshot): Clock[] => [
  ...skinClocks(snapshot),
  ...restClocks(snapshot),
  ...hotClocks(snapshot),
]
