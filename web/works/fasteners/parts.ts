import type { boltTurns } from '#core/works/fasteners/turns'
import { broughtComponent } from '../../app/bring'
import { withWords } from '../../app/i18n'
import type { BenchParts } from '../../bench/parts'

/** What the bench draws of the bolts that a stage asks. */
export const parts: Partial<BenchParts> = {
  bolts: {
    entries: ['tighten-bolt', 'measure-bolt', 'mark-joint'] satisfies (typeof boltTurns)[number]['entry'][],
    plan: broughtComponent(withWords(['fasteners'], () => import('./JointPlan.vue'))),
    note: broughtComponent(withWords(['fasteners'], () => import('./JointNote.vue'))),
  },
}
