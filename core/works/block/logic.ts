import type { WorkLogic } from '../stage-logic'
import { deckCheck } from './deck/steps'
import { pistonsOut } from './pistons/steps'

/** The logic of what lies around the liners: pistons, deck and gasket. */
export const stages: WorkLogic<'block'> = { 'pistons-out': pistonsOut, 'deck-check': deckCheck }
