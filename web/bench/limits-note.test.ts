import { getActivePinia } from 'pinia'
import { createApp, nextTick, type App } from 'vue'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { ids, sixCylinders } from '#core/testing/make-snapshot'
import type { Snapshot } from '#core/job/snapshot'
import { i18n } from '../app/i18n'
import { useJob } from '../stores/job'
import { FakeServer, newDevice } from '../testing/device'
import { PATIENT } from '../testing/patient'
import LimitsNote from './LimitsNote.vue'

let app: App
let host: HTMLElement
afterEach(() => {
  app.unmount()
  vi.unstubAllGlobals()
})

/** A job in which two versions of the limits were in force, and the note above its trial fit. */
async function shown(change: (job: Snapshot) => Snapshot): Promise<void> {
  const job = sixCylinders()
  const next = { ...job.sheet, id: ids.person, version: 2, limits: { ...job.sheet.limits, maxMm: 0.5 } }
  new FakeServer(change({ ...job, sheets: [job.sheet, next] }))
  await useJob().open(job.job.id)
  useJob().stage = 'trial-fit'
  host = document.createElement('div')
  app = createApp(LimitsNote)
  app.use(i18n).use(getActivePinia()!).mount(host)
}
beforeEach(newDevice)

const set = (job: Snapshot): Snapshot['sets'][number] => ({
  id: ids.gauge,
  seq: 1,
  personId: ids.person,
  at: '2026-11-02T08:00:00.000Z',
  cylinder: 1,
  place: null,
  stage: 'trial-fit',
  gaugeId: job.gauges[0]!.id,
  sheetId: job.sheet.id,
  uncertaintyMm: 0.002,
  rule: 'guarded',
  zeroOn: 'deck',
  masterMm: null,
  clampNm: null,
  closed: null,
  struck: null,
})
const note = async (words: RegExp) =>
  vi.waitFor(async () => {
    await nextTick()
    expect(host.textContent).toMatch(words)
  }, PATIENT)

it('says nothing where one version of the limits is all there was', async () => {
  await shown((job) => ({ ...job, sets: [set(job)] }))
  await nextTick()
  expect(host.querySelector('[data-part=limits-note]')).toBeNull()
})

it('says under which limits some of an open stage was entered, and what each says', async () => {
  await shown((job) => ({ ...job, sets: [set(job)], sheet: job.sheets[1]! }))
  await note(
    /entered under version 1 of the limits; version 2 is in force now and judges it\..*By each of them: Not measured/s,
  )
})

it('says under which limits a closed stage is judged, whatever is in force', async () => {
  await shown((job) => ({
    ...job,
    sheet: job.sheets[1]!,
    closures: [
      {
        seq: 5,
        personId: ids.person,
        at: '2026-11-02T08:00:00.000Z',
        stage: 'trial-fit',
        closes: true,
        note: 'x',
        hash: '',
        sealVersion: 4,
        storedAt: null,
        kept: null,
        judged: { sheetId: job.sheet.id, shims: [], liners: [] },
      },
    ],
  }))
  await note(/closed under version 1 of the limits and keeps them; version 2 is in force now/)
  expect(useJob().snapshot!.sheet.version).toBe(1)
  expect(useJob().whole!.sheet.version).toBe(2)
})
