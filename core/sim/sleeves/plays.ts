import type { Plays } from '../play'
import type { UnitTruth } from '../unit-truth'
import { plays as bores } from './bores'
import { plays as coolant } from './coolant'
import { plays as gas } from './gas'
import { plays as inside } from './in'
import { plays as out } from './out'
import { plays as tips } from './tips'

/** How the simulated head and its injectors answer, stage by stage. */
export const plays: Plays<UnitTruth> = { ...out, ...bores, ...inside, ...coolant, ...tips, ...gas }
