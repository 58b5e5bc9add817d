import type { Command, JobAct, ShopAct } from '#contract/commands'
import type { ComplaintName } from '#core/job/intake'
import { wholeLinerWork, type SetStage, type WorkChoice } from '#core/job/stages'
import { carryOut } from '../store/carry-out'
import type { Store } from '../store/store'
import { demoId } from './demo-id'
import { people } from './world'

type Act = JobAct | ShopAct
export const stationsDeg = [0, 90, 180, 270]

/** Carries out the demo's past the way a device would have, one act after the other. */
export class Past {
  private minutes = 0
  private count = 0

  constructor(
    private readonly store: Store,
    private readonly from: string,
    private readonly jobId: string | null,
    private readonly personId: string,
  ) {}

  async act(act: Act, personId: string = this.personId, waitMinutes = 1): Promise<void> {
    this.minutes += waitMinutes
    const at = new Date(Date.parse(this.from) + this.minutes * 60_000).toISOString()
    const commandId = demoId(`${this.jobId} ${this.from} ${this.count++}`)
    const command: Command = { commandId, deviceId: demoId('cart tablet'), personId, jobId: this.jobId, at, act }
    const outcome = await carryOut(this.store, command)
    if (outcome.result === 'refused') throw new DemoRefused(`${act.what}: ${outcome.code} ${outcome.details.join(' ')}`)
  }

  /** A whole set at the four stations, closed on a good zero. */
  async set(
    stage: SetStage,
    cylinder: number,
    valuesMm: readonly number[],
    gaugeId: string,
    zeroMm: number | null = 0.001,
  ): Promise<void> {
    const setId = demoId(`set ${this.jobId} ${this.from} ${this.count}`)
    await this.act({ what: 'open-set', setId, cylinder, stage, gaugeId, zeroOn: 'deck' }, this.personId, 2)
    for (const [i, valueMm] of valuesMm.entries()) {
      const readingId = demoId(`reading ${setId} ${i}`)
      await this.act(
        { what: 'take-reading', readingId, setId, angleDeg: stationsDeg[i]!, valueMm, source: 'gauge' },
        this.personId,
        0.2,
      )
    }
    await this.act({ what: 'close-set', setId, zeroMm }, this.personId, 0.2)
  }
}

class DemoRefused extends Error {}

export interface Intake {
  complaints: ComplaintName[]
  hours: number
  wantedBy: string | null
  work?: readonly WorkChoice[]
  /** The job of the same engine before this one. */
  fromJobId?: string
}

/** Takes in a job of the demo. @returns its id */
export async function startJob(
  store: Store,
  from: string,
  name: string,
  engineId: string,
  title: string,
  complaint: string,
  intake: Intake,
): Promise<string> {
  const jobId = demoId(name)
  const { complaints, hours, wantedBy, work = wholeLinerWork, fromJobId = null } = intake
  await new Past(store, from, null, people.ines.id).act({
    what: 'start-job',
    jobId,
    engineId,
    title,
    complaint,
    complaints,
    usage: { value: hours, unit: 'hours' },
    wantedBy,
    work: [...work],
    fromJobId,
  })
  return jobId
}
