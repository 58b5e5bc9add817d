import { z } from 'zod'
import { placeCode } from '../job/place'
import { angleDeg, cylinderNumber, thicknessMm } from '../schema'
import { normal, seededRandom } from './random'

/** Where the foot's stylus stands. */
export const gaugePlace = z.discriminatedUnion('on', [
  z.strictObject({ on: z.literal('deck') }),
  z.strictObject({ on: z.literal('liner'), cylinder: cylinderNumber, angleDeg }),
  z.strictObject({ on: z.literal('ledge'), cylinder: cylinderNumber, angleDeg }),
  /** A place that is no cylinder: a housing, an end, a pad. */
  z.strictObject({ on: z.literal('place'), place: placeCode, angleDeg }),
  /** The step of a setting master below its face. */
  z.strictObject({ on: z.literal('master'), heightMm: thicknessMm }),
  /** A liner's flange or a shim, on a plate. */
  z.strictObject({ on: z.literal('part'), partId: z.string().max(80), angleDeg }),
  /** A master of a repeat study, in the hands of somebody. */
  z.strictObject({ on: z.literal('study'), part: z.string().max(40), operator: z.string().max(80) }),
])
export type GaugePlace = z.infer<typeof gaugePlace>

/** What the little panel can do to the simulated indicator. */
export const gaugeControl = z.discriminatedUnion('do', [
  z.strictObject({ do: z.literal('slide'), to: gaugePlace }),
  z.strictObject({ do: z.literal('zero') }),
  z.strictObject({ do: z.literal('noise'), mm: z.number().min(0).max(0.1) }),
  z.strictObject({ do: z.literal('drift'), mmPerMinute: z.number().min(-1).max(1) }),
  z.strictObject({ do: z.literal('drop-outs'), share: z.number().min(0).max(1) }),
  z.strictObject({ do: z.literal('button') }),
])
export type GaugeControl = z.infer<typeof gaugeControl>

/**
 * A digital indicator on a sled that does not exist: it streams lines as real ones do.
 * Pure: time and the true height come from outside.
 */
export class SimulatedGauge {
  place: GaugePlace = { on: 'deck' }
  private zeroMm = 0
  private driftedMm = 0
  private noiseMm = 0.0007
  private driftMmPerMinute = 0
  private dropOuts = 0
  private lastMm = 0
  private pressed = false
  private readonly random: () => number

  constructor(
    seed: number,
    private readonly resolutionMm = 0.001,
  ) {
    this.random = seededRandom(seed)
  }

  control(control: GaugeControl): void {
    if (control.do === 'slide') this.place = control.to
    else if (control.do === 'zero') this.zeroMm = this.lastMm
    else if (control.do === 'noise') this.noiseMm = control.mm
    else if (control.do === 'drift') this.driftMmPerMinute = control.mmPerMinute
    else if (control.do === 'drop-outs') this.dropOuts = control.share
    else this.pressed = true
  }

  /**
   * Lets time pass and answers what the indicator sends.
   *
   * @param heightMm true height under the stylus above the deck
   * @returns lines without their ends; a reading sent by its data button carries the mark `B`
   */
  tick(elapsedMs: number, heightMm: number): string[] {
    this.driftedMm += (this.driftMmPerMinute * elapsedMs) / 60_000
    this.lastMm = heightMm + this.driftedMm + normal(this.random) * this.noiseMm
    if (this.dropOuts > 0 && this.random() < this.dropOuts) return this.random() < 0.3 ? ['+0.0#?'] : []
    const steps = Math.round((this.lastMm - this.zeroMm) / this.resolutionMm)
    const value = steps * this.resolutionMm
    const digits = Math.max(0, Math.ceil(-Math.log10(this.resolutionMm)))
    const text = `${value < 0 ? '-' : '+'}${Math.abs(value).toFixed(digits)} mm`
    const lines = this.pressed ? [`B ${text}`] : [text]
    this.pressed = false
    return lines
  }
}
