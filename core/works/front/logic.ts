import type { Snapshot } from '../../job/snapshot'
import type { Clock } from '../clock'
import type { WorkLogic } from '../stage-logic'
import { clocks as skinClocks, cover } from './cover'
import { damperOff } from './damper-off'
import { clocks as hotClocks, damperOn } from './damper-on'
import { flywheelOff } from './flywheel-off'
import { flywheelOn } from './flywheel-on'
import { clocks as restClocks, sealIn } from './seal-in'
import { sealOut } from './seal-out'
import { tdc } from './tdc'

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
