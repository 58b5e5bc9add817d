import { rows } from './read-values'
import { fillCards } from './fill-cards'
import { orderCards } from './job-card'
import { fillStands } from './part-stands'
import type { Store } from './store'
import { fillDemo } from '../demo/fill'

/** What a shop starts with before it enters its own: the leaves of a common set, cautious passes. */
const startSettings = {
  id: 1,
  shopName: '',
  rule: 'guarded',
  maxLeavesPerPack: 3,
  maxPassMm: 0.25,
  finishMm: 0.05,
  cutterBiasMm: 0,
  cleanupMm: 0.02,
}
const startLeavesMm = [0.03, 0.04, 0.05, 0.06, 0.08, 0.1, 0.13, 0.15, 0.2, 0.25, 0.3, 0.4, 0.5]

/**
 * Makes an empty store usable: the shop's settings, and the demo world where it is asked
 * for. A store that has them already is left alone.
 */
export async function settle(store: Store, options: { demo: boolean }, log: (line: string) => void): Promise<void> {
  if ((await rows(store, 'settings')).length === 0) {
    await store.sequelize.transaction(async (transaction) => {
      await store.models.settings.create(startSettings, { transaction })
      await store.models.leaves.bulkCreate(
        startLeavesMm.map((thicknessMm) => ({ thicknessMm })),
        { transaction },
      )
    })
  }
  if ((await fillCards(store)) > 0) log('the list of jobs is made')
  await orderCards(store)
  if ((await fillStands(store)) > 0) log('the list of parts is made')
  if (options.demo && (await rows(store, 'jobs')).length === 0) {
    log('loading the demo data')
    await fillDemo(store)
  }
}
