import type { Plays } from '../play'
import type { UnitTruth } from '../unit-truth'
import { plays as bore } from './bore'
import { plays as fit } from './fit'
import { plays as measure } from './measure'
import { plays as sleeve } from './sleeve'

/** How simulated barrels answer, stage by stage. */
export const plays: Plays<UnitTruth> = { ...measure, ...fit, ...sleeve, ...bore }
