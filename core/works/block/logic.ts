import type { WorkLogic } from '../stage-logic'
import { deckCheck } from './deck-check'
import { pistonsOut } from './pistons-out'

/** The logic of what lies around the liners: pistons, deck and gasket. */
export const stages: WorkLogic<'block'> = { 'pistons-out': pistonsOut, 'deck-check': deckCheck }
