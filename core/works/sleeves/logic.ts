import type { Snapshot } from '../../job/snapshot'
import type { Clock } from '../clock'
import type { WorkLogic } from '../stage-logic'
import { clocks as holdClocks, coolantTest } from './coolant/steps'
import { gasTest } from './gas/steps'
import { sleeveBores } from './bores/steps'
import { clocks as cureClocks, sleevesIn } from './in/steps'
import { sleevesOut } from './out/steps'
import { tipsStage } from './tips/steps'

/** The logic of injector sleeves, stage by stage. */
export const stages: WorkLogic<'sleeves'> = {
  'sleeves-out': sleevesOut,
  'sleeve-bores': sleeveBores,
  'sleeves-in': sleevesIn,
  'coolant-test': coolantTest,
  tips: tipsStage,
  'gas-test': gasTest,
}

/** Compound that cures, pressure that stands. */
export const clocks = (snapshot: Snapshot): Clock[] => [...cureClocks(snapshot), ...holdClocks(snapshot)]
