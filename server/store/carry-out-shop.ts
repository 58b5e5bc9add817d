import { seatLinks } from '#core/liner/stack'
import { wholeLinerWork, worksOf } from '#core/job/stages'
import type { NewPart, ShopAct } from '#contract/commands'
import { putCard } from './job-card'
import { putStands } from './part-stands'
import { readSnapshot, toPerson } from './read'
import { insert, lastOf, Refusal, type Work } from './work'
import { CalcError } from '#core/errors'
import { sayError } from '#contract/words/say-error'
import { latestOfStudy } from '#core/measure/study-plan'
import { studyGauge } from '#core/measure/study-gauge'
import type { Reading } from '#core/schema'
import type { Row } from './models'
import { rows, select } from './read-values'

type SheetBody = Extract<ShopAct, { what: 'save-sheet' }>['sheet']

/** Stores a sheet as the next version of its engine's; earlier ones stay as they are. */
async function insertSheet(work: Work, engineId: string, sheet: SheetBody): Promise<void> {
  const earlier = await rows(work.store, 'sheets', { engineId }, work.transaction)
  const kinds = [...sheet.links.map((l) => l.kind)].sort().join()
  // A quick check knows its limits alone: its stack is open until somebody copies it.
  if (sheet.links.length > 0 && kinds !== [...seatLinks[sheet.seat]].sort().join())
    throw new Refusal('bad-command', ['links do not belong to this seat'])
  await insert(work, 'sheets', {
    id: sheet.id,
    engineId,
    version: earlier.length + 1,
    seat: sheet.seat,
    ...sheet.limits,
    source: sheet.source,
    page: sheet.page ?? '',
    copiedOn: sheet.copiedOn ?? null,
    liner: sheet.liner ?? null,
    seals: sheet.seals ?? [],
    sections: sheet.sections ?? {},
    personId: work.command.personId,
    at: new Date(work.command.at),
  })
  for (const [position, link] of sheet.links.entries())
    await insert(work, 'sheetLinks', { sheetId: sheet.id, position, ...link })
}

async function startJob(by: Work, act: Extract<ShopAct, { what: 'start-job' }>): Promise<void> {
  const sheets = await rows(by.store, 'sheets', { engineId: act.engineId }, by.transaction)
  const latest = sheets.sort((a, b) => Number(b.version) - Number(a.version))[0]
  if (!latest) throw new Refusal('unknown-engine')
  const work = act.work ?? wholeLinerWork
  const [engine] = await rows(by.store, 'engines', { id: act.engineId }, by.transaction)
  if (engine?.layout === 'unit' && worksOf(work).includes('liners')) throw new Refusal('not-on-this-unit')
  const [next] = await select(by.store, 'SELECT COALESCE(MAX(number), 0) + 1 AS n FROM jobs', {}, by.transaction)
  await insert(by, 'jobs', {
    id: act.jobId,
    number: Number(next?.n),
    title: act.title,
    complaint: act.complaint,
    engineId: act.engineId,
    sheetId: latest.id,
    stationsDeg: act.stationsDeg ?? [0, 90, 180, 270],
    simulated: false,
    createdAt: new Date(by.command.at),
    work,
    complaints: act.complaints ?? [],
    usageValue: act.usage?.value ?? null,
    usageUnit: act.usage?.unit ?? null,
    wantedBy: act.wantedBy ?? null,
    archived: false,
    fromJobId: act.fromJobId ?? null,
  })
  const snapshot = await readSnapshot(by.store, act.jobId, by.transaction)
  await putCard(by.store, snapshot!, lastOf(by), by.transaction)
}

/** A part as its table takes it. */
function without(part: NewPart): Row {
  const { kind: _kind, readings: _readings, ...row } = part
  return row
}

async function insertReadings(
  work: Work,
  measured: { measureId: string; partId: string; readings: Reading[] }[],
): Promise<void> {
  const by = { personId: work.command.personId, at: new Date(work.command.at), seq: work.seq }
  const found = measured.flatMap(({ measureId, partId, readings }) =>
    readings.map((reading, position) => ({ measureId, position, partId, ...reading, ...by })),
  )
  await work.store.models.partReadings.bulkCreate(found, { transaction: work.transaction })
}

/** A study that still takes readings. */
async function openStudy(work: Work, studyId: string): Promise<Row> {
  const [study] = await select(work.store, 'SELECT * FROM studies WHERE id = :studyId', { studyId }, work.transaction)
  if (!study) throw new Refusal('unknown-study')
  if (study.endedAt) throw new Refusal('study-ended')
  return study
}

/** Ends a study: what it found is the gauge's repeatability from now on. */
async function endStudy(work: Work, studyId: string): Promise<void> {
  const study = await openStudy(work, studyId)
  const { store, transaction } = work
  const [gauge] = await rows(store, 'gauges', { id: study.gaugeId }, transaction)
  const found = await rows(store, 'studyReadings', { studyId }, transaction)
  const readings = latestOfStudy(
    found.map((r) => ({
      part: String(r.part),
      operator: String(r.operator),
      trial: Number(r.trial),
      valueMm: Number(r.valueMm),
      seq: Number(r.seq),
    })),
  )
  try {
    const { gaugeMm } = studyGauge({ readings, resolutionMm: Number(gauge?.resolutionMm) })
    await store.models.gauges.update(
      { repeatabilityMm: gaugeMm, basis: 'study' },
      { where: { id: study.gaugeId }, transaction },
    )
  } catch (error) {
    if (error instanceof CalcError) throw new Refusal('study-incomplete', [sayError(error.said, error.figures)])
    throw error
  }
  await store.models.studies.update({ endedAt: new Date(work.command.at) }, { where: { id: studyId }, transaction })
}

/** Mends a name, or says that somebody left or is back. What they did before keeps the name of its day. */
async function changePerson(
  work: Work,
  act: Extract<ShopAct, { what: 'change-person' | 'lay-person-aside' }>,
): Promise<void> {
  const { store, transaction } = work
  const id = act.what === 'change-person' ? act.changedId : act.asideId
  const [row] = await rows(store, 'people', { id }, transaction)
  if (!row) throw new Refusal('unknown-person')
  const before = toPerson(row)
  const at = new Date(work.command.at)
  const change =
    act.what === 'lay-person-aside'
      ? { leftAt: act.left ? at : null }
      : {
          name: act.name,
          role: act.role,
          earlierNames:
            act.name === before.name
              ? (before.earlierNames ?? null)
              : [...(before.earlierNames ?? []), { name: before.name, until: at.toISOString() }].slice(-20),
        }
  await store.models.people.update(change, { where: { id }, transaction })
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
    case 'change-person':
    case 'lay-person-aside':
      return changePerson(work, act)
    case 'set-shop': {
      const { name: shopName, address: shopAddress, ...rest } = act.ways
      await store.models.settings.update({ shopName, shopAddress, ...rest }, { where: { id: 1 }, transaction })
      return
    }
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
      await insert(work, 'shims', { id: shimId, ...rest, fittedJobId: null, fittedCylinder: null })
      return putStands(store, [shimId], transaction)
    }
    case 'add-parts': {
      const engines = new Set((await rows(store, 'engines', {}, transaction)).map((e) => e.id))
      if (act.parts.some((p) => !engines.has(p.engineId))) throw new Refusal('unknown-engine')
      const fresh = { fittedJobId: null, fittedCylinder: null }
      const shims = act.parts.flatMap((p) =>
        p.kind === 'shim' ? [{ ...without(p), actualMm: p.nominalMm, ...fresh }] : [],
      )
      const liners = act.parts.flatMap((p) => (p.kind === 'liner' ? [{ ...without(p), ...fresh }] : []))
      await store.models.shims.bulkCreate(shims, { transaction })
      await store.models.liners.bulkCreate(liners, { transaction })
      await insertReadings(
        work,
        act.parts.map((p) => ({ measureId: p.id, partId: p.id, readings: p.readings })),
      )
      return putStands(
        store,
        act.parts.map((p) => p.id),
        transaction,
      )
    }
    case 'measure-part': {
      const found = (
        await Promise.all(
          (['shims', 'liners'] as const).map((table) => rows(store, table, { id: act.partId }, transaction)),
        )
      ).flat()
      if (found.length === 0) throw new Refusal('unknown-part')
      await insertReadings(work, [act])
      return putStands(store, [act.partId], transaction)
    }
    case 'set-rates':
      await store.models.rates.upsert({ id: 1, ...act.rates }, { transaction })
      return
    case 'save-puller': {
      const { id, name, ...spec } = act.puller
      await store.models.pullers.upsert({ id, name, spec }, { transaction })
      return
    }
    case 'set-renewal-costs':
      await store.models.settings.update({ renewalCosts: act.costs }, { where: { id: 1 }, transaction })
      return
    case 'set-leak-table':
      await store.models.settings.update({ leakTable: act.table }, { where: { id: 1 }, transaction })
      return
    case 'set-crew':
      await store.models.settings.update({ crew: act.crew }, { where: { id: 1 }, transaction })
      return
    case 'open-study': {
      const [gauge] = await rows(store, 'gauges', { id: act.gaugeId }, transaction)
      if (!gauge) throw new Refusal('unknown-gauge')
      const { what: _, studyId, ...rest } = act
      return insert(work, 'studies', { id: studyId, ...rest, at: new Date(work.command.at), endedAt: null })
    }
    case 'study-reading': {
      await openStudy(work, act.studyId)
      const { what: _, ...reading } = act
      return insert(work, 'studyReadings', { ...reading, at: new Date(work.command.at), seq: work.seq })
    }
    case 'end-study':
      return endStudy(work, act.studyId)
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
