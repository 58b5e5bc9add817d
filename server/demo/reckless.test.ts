import { describe, expect, it } from 'vitest'
import { jobAct } from '#contract/commands'
import { RecklessHand } from '#core/testing/reckless'
import type { EntryAct } from '#core/works/kinds'
import { stageLogic } from '#core/works/logic'
import type { StageName } from '#core/works/stage-table'
import { lookedAt } from '../testing/walks/looked'
import { works } from '../testing/walks/works'

/** So many hands at the least, and at the most. */
const [LEAST, MOST] = [12, 300]

describe.each(works)('$name, by hands that err', ({ jobs, truth, stages, uncertaintyMm }) => {
  it('is told one thing by bar, gate and refusal, in whole sentences, at every step of its stages', () => {
    const met = new Set<string>()
    const refused = new Set<string>()
    const sent: EntryAct[] = []
    const wanted = stages.flatMap((stage) => stageLogic[stage].steps!.map((s) => `${stage} ${s.action} ${s.code}`))
    const orders = stages.flatMap((stage) => (stageLogic[stage].says.orders ?? []).map((order) => `${stage} ${order}`))
    const open = () => [...wanted.filter((step) => !met.has(step)), ...orders.filter((order) => !refused.has(order))]
    const look = (hand: RecklessHand, stage: StageName) => expect(lookedAt(hand, stage, met)).toEqual([])
    // Each seed errs otherwise: as many as it takes to come to every step and every refusal.
    for (let seed = 1; seed <= LEAST || (seed <= MOST && open().length > 0); seed++) {
      const job = jobs[seed % jobs.length]!()
      const hand = new RecklessHand(job, truth, seed, (now) => look(now, now.stage), uncertaintyMm, sent)
      for (const stage of stages) look(hand, stage)
      for (let i = 0; i < 220 && hand.recklessly(); i++)
        // A stage that is not next is looked at, too: who comes to it is told what is first.
        if (i % 20 === 0) {
          hand.probe(stages)
          for (const stage of stages) look(hand, stage)
        }
      for (const act of hand.taken) expect(jobAct.safeParse(act).error?.issues ?? [], JSON.stringify(act)).toEqual([])
      for (const order of hand.refusedWith) refused.add(order)
    }
    expect(open(), 'steps that nobody came to, refusals that nobody met').toEqual([])
  })
})
