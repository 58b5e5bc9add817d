import { figures, numbers, table, title, words, type Block } from '../../../job/record-blocks'
import type { Snapshot } from '../../../job/snapshot'
import { length, NONE, withUnit, word } from '../../../job/told'
import { planInForce } from '../repair-plan'

export function record(snapshot: Snapshot): Block[] {
  const plan = planInForce(snapshot)
  if (!plan) return []
  const some = (mm: number) => (mm > 0 ? length(mm) : NONE)
  const rows = plan.bores.map((b) => [
    b.cylinder,
    snapshot.liners.find((l) => l.id === b.linerId)?.label ?? NONE,
    `${Math.round(b.rotationDeg)}°`,
    some(b.cutMm),
    some(b.shimMm),
  ])
  const columns = [
    numbers(word('record.cylinder'), 30),
    words(word('record.liner'), 90),
    figures(word('record.turned'), 60),
    figures(word('record.cut-column'), 60),
    figures(word('record.shim-column'), '*'),
  ]
  const head = word('record.plan', {
    school: word(`repair.school.${plan.school}.name`),
    target: withUnit(plan.targetMm),
    name: { person: plan.personId, at: plan.at },
  })
  return [title(head), ...table('plan', columns, rows)]
}
