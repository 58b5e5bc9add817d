import { lotOf } from './simulated-engine'

/** A small scatter that a name always gives, ±. */
export const scatter = (name: string, by: number): number => (2 * lotOf(name) - 1) * by
export const round = (value: number, digits: number): number => Number(value.toFixed(digits))
