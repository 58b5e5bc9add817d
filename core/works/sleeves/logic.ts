import type { Snapshot } from '../../job/snapshot'
import type { Clock } from '../clock'
import type { WorkLogic } from '../stage-logic'
import { clocks as holdClocks, coolantTest } from './coolant-test'
import { gasTest } from './gas-test'
import { sleeveBores } from './sleeve-bores'
import { clocks as cureClocks, sleevesIn } from './sleeves-in'
import { sleevesOut } from './sleeves-out'
import { tips } from './tips'

/** The logic of injector sleeves, stage by stage. */
export const stages: WorkLogic<'sleeves'> = {
  'sleeves-out': sleevesOut,
  'sleeve-bores': sleeveBores,
  'sleeves-in': sleevesIn,
  'coolant-test': coolantTest,
  tips,
  'gas-test': gasTest,
}

/** Compound that cures, pressure that stands. */
export const clocks = (snapshot: Snapshot): Clock[] => [...cureClocks(snapshot), ...holdClocks(snapshot)]
