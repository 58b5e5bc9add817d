import type { WorkLogic } from '../stage-logic'
import { clocks, faceSeal } from './seal/steps'

/** The logic of face seals. */
export const stages: WorkLogic<'faces'> = { 'face-seal': faceSeal }
export { clocks }
