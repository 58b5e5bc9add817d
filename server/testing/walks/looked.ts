import { keepsOpen } from '#core/job/gate'
import { isClosed } from '#core/job/route'
import type { RecklessHand } from '#core/testing/reckless'
import { gateProblems, stageLogic } from '#core/works/logic'
import type { StageName } from '#core/works/stage-table'
import { askFaults } from '../ask-faults'
import { faultsOf } from '../blanks'

/**
 * What is wrong with what a stage says now. Whatever was done: bar and gate are one list, soft is answered for, hard
 * refuses, every sentence is whole.
 *
 * @param met takes the steps that stand, as `stage action code`
 */
export function lookedAt(
  hand: Pick<RecklessHand, 'job' | 'cylinder' | 'place' | 'nowMs'>,
  stage: StageName,
  met: Set<string>,
): string[] {
  const logic = stageLogic[stage]
  const { steps } = logic
  if (!steps || isClosed(hand.job, stage)) return []
  const inHand = { cylinder: hand.cylinder, place: hand.place, nowMs: hand.nowMs }
  const move = logic.move(hand.job, inHand)
  const problems = gateProblems(hand.job, stage, hand.nowMs)
  const found = [...faultsOf(move)]
  const codes = steps.map((s) => s.code)
  for (const { code, soft } of problems) {
    if (!codes.includes(code)) found.push(`the gate names ${code}, which is none of its steps`)
    else if (steps.find((s) => s.code === code)!.soft !== soft) found.push(`${code} is hard and soft`)
  }
  // The stage is offered for closing exactly where nothing is in the way but what can be answered for and only told.
  const doubts = steps.filter((s) => s.doubt).map((s) => s.code)
  const inTheWay = problems.filter((p) => !doubts.includes(p.code)).map((p) => p.code)
  if (move.action === 'close-stage' && inTheWay.length > 0) found.push(`closing is offered over ${inTheWay.join()}`)
  if (move.action !== 'close-stage' && problems.length === 0) found.push('the gate knows nothing of the move')
  // What the bar asks is what the gate names: one of its step's codes, not just any.
  const own = steps.filter((s) => s.action === move.action).map((s) => s.code)
  if (own.length > 0 && !problems.some((p) => own.includes(p.code))) found.push(`the gate does not name ${move.action}`)
  // Closed over a hard one it is refused; over soft ones it wants words.
  const hard = problems.some((p) => !p.soft)
  if (keepsOpen(problems, 'it may go so').length > 0 !== hard) found.push('a hard one gives way to words')
  if (keepsOpen(problems, '').length > 0 !== problems.length > 0) found.push('a soft one gives way without words')
  for (const { action, code } of steps)
    if ((action === move.action || action === move.head) && problems.some((p) => p.code === code))
      met.add(`${stage} ${action} ${code}`)
  const doing = logic.doing?.(hand.job, inHand)
  if (doing) found.push(...askFaults(doing))
  const told = `${stage} ${move.action} ${move.head} ${move.reason} · ${problems.map((p) => p.code).join()}`
  return found.map((f) => `${told}: ${f}`)
}
