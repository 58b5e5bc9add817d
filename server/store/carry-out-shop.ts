import { seatLinks } from '#core/liner/stack'
import type { ShopAct } from '#contract/commands'
import { insert, Refusal, type Work } from './carry-out'
import { rows, select } from './read'

type SheetBody = Extract<ShopAct, { what: 'save-sheet' }>['sheet']

/** Stores a sheet as the next version of its engine's; earlier ones stay as they are. */
async function insertSheet(work: Work, engineId: string, sheet: SheetBody): Promise<void> {
  const earlier = await rows(work.store, 'sheets', { engineId }, work.transaction)
  const kinds = [...sheet.links.map((l) => l.kind)].sort().join()
  if (kinds !== [...seatLinks[sheet.seat]].sort().join()) throw new Refusal('bad-command', ['links do not belong to this seat'])
  await insert(work, 'sheets', {
    id: sheet.id,
    engineId,
    version: earlier.length + 1,
    seat: sheet.seat,
    ...sheet.limits,
    source: sheet.source,
    personId: work.command.personId,
    at: new Date(work.command.at),
  })
  for (const [position, link] of sheet.links.entries()) await insert(work, 'sheetLinks', { sheetId: sheet.id, position, ...link })
}

async function startJob(work: Work, act: Extract<ShopAct, { what: 'start-job' }>): Promise<void> {
  const sheets = await rows(work.store, 'sheets', { engineId: act.engineId }, work.transaction)
  const latest = sheets.sort((a, b) => Number(b.version) - Number(a.version))[0]
  if (!latest) throw new Refusal('unknown-engine')
  const [next] = await select(work.store, 'SELECT COALESCE(MAX(number), 0) + 1 AS n FROM jobs FOR UPDATE', {}, work.transaction)
  await insert(work, 'jobs', {
    id: act.jobId,
    number: Number(next?.n),
    title: act.title,
    complaint: act.complaint,
    engineId: act.engineId,
    sheetId: latest.id,
    stationsDeg: [0, 90, 180, 270],
    simulated: false,
    createdAt: new Date(work.command.at),
  })
}

/** Carries out what is done in the shop, outside a job. */
export async function carryOutInShop(work: Work, act: ShopAct): Promise<void> {
  const { store, transaction } = work
  switch (act.what) {
    case 'add-person':
      return insert(work, 'people', act.person)
    case 'save-gauge':
      await store.models.gauges.upsert({ ...act.gauge }, { transaction })
      return
    case 'set-rule':
      await store.models.settings.update({ rule: act.rule }, { where: { id: 1 }, transaction })
      return
    case 'set-tooling': {
      const { leavesMm, ...rest } = act.tooling
      await store.models.settings.update(rest, { where: { id: 1 }, transaction })
      await store.models.leaves.destroy({ where: {}, transaction })
      for (const thicknessMm of leavesMm) await insert(work, 'leaves', { thicknessMm })
      return
    }
    case 'add-shim': {
      const { what: _, shimId, ...rest } = act
      return insert(work, 'shims', { id: shimId, ...rest, fittedJobId: null, fittedCylinder: null })
    }
    case 'add-engine':
      await insert(work, 'engines', { id: act.engineId, ...act.shape })
      return insertSheet(work, act.engineId, act.sheet)
    case 'save-sheet': {
      const [engine] = await rows(store, 'engines', { id: act.engineId }, transaction)
      if (!engine) throw new Refusal('unknown-engine')
      return insertSheet(work, act.engineId, act.sheet)
    }
    case 'start-job':
      return startJob(work, act)
  }
}
