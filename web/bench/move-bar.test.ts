import { getActivePinia } from 'pinia'
import { createApp, h, nextTick, type App } from 'vue'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { NextMove } from '#core/works/liners/deck-move-input'
import { mover, type Move } from '#core/job/move'
import type { MeasuredStage } from '#core/job/stages'
import { move as deckMove } from '#core/works/liners/move-corrections'
import { parts } from '#core/works/liners/parts/steps'
import { ids } from '#core/testing/make-snapshot'
import { i18n } from '../app/i18n'
import { useDevice } from '../stores/device'
import { useJob } from '../stores/job'
import { allSent, FakeServer, newDevice } from '../testing/device'
import MoveBar from './MoveBar.vue'

const gone = vi.fn()
const apps: App[] = []
beforeEach(async () => {
  await newDevice()
  const server = new FakeServer()
  useDevice().personId = ids.person
  await useJob().open(server.snapshot.job.id)
})

afterEach(async () => {
  apps.splice(0).forEach((app) => app.unmount())
  await allSent()
})

async function draw(component: object, props: object): Promise<HTMLElement> {
  const host = document.createElement('div')
  const app = createApp({ render: () => h(component, { ...props, onGo: gone }) })
  apps.push(app)
  app.use(i18n).use(getActivePinia()!).mount(host)
  await nextTick()
  return host
}
const onDeck = (change: Partial<NextMove>, stage: MeasuredStage = 'trial-fit') =>
  draw(MoveBar, {
    shims: useJob().snapshot!.shims,
    move: deckMove(stage, change.action ?? 'cut', 3, change.reason ?? 'leans', change),
  })
const step = (move: Move) => draw(MoveBar, { move })
const make = mover('parts', parts.says)
const text = (host: HTMLElement, part: string) =>
  host.querySelector(`[data-part=${part}]`)?.textContent?.replace(/\s+/g, ' ').trim() ?? null

describe('the bar of the next move', () => {
  it('says what to do, why, what follows and what to watch, with every figure in it', async () => {
    const host = await onDeck({
      caution: 'chips',
      figures: {
        leavesMm: [0.25, 0.08],
        packMm: 0.33,
        passKind: 'rough',
        expectMm: 0.15,
        tiltMm: 0.061,
        highAtDeg: 90,
        cleanCutMm: 0.11,
        shimMm: 0.2,
        endMm: 0.1,
        passes: [
          { kind: 'rough', packMm: 0.25 },
          { kind: 'finish', packMm: 0.08 },
        ],
      },
    })
    expect(text(host, 'move-head')).toBe(
      'Cut cylinder 3: stop pack 0.25 + 0.08. After it, expect 0.150 with the trial stack.',
    )
    expect(text(host, 'move-why')).toContain("leans 0.061, high at 3 o'clock, and cleans up at 0.110; then shim")
    expect(text(host, 'move-plan')!.match(/→/g)).toHaveLength(2)
    expect(text(host, 'move-caution')).toContain('chips fly')
    for (const part of ['move-head', 'move-why', 'move-plan', 'move-caution'])
      expect(text(host, part)).not.toMatch(/[{}]/)
  })

  it('writes the same move in thou where thou are read', async () => {
    useDevice().unit = 'thou'
    const host = await onDeck(
      { reason: 'outside-spread', action: 'back-to-trial', figures: { valueMm: 0.0508, limitMm: 0.0254 } },
      'final-check',
    )
    expect(text(host, 'move-why')).toContain('its readings differ by 2.00; 1.00 is the most')
  })

  it('has a button where one does it, and tells a shim by its label', async () => {
    const cut = await onDeck({
      figures: {
        leavesMm: [0.1],
        packMm: 0.1,
        passKind: 'finish',
        expectMm: 0.1,
        tiltMm: 0.05,
        highAtDeg: 0,
        cleanCutMm: 0.1,
      },
    })
    cut.querySelector<HTMLButtonElement>('[data-part=move-button]')!.click()
    expect(gone).toHaveBeenCalledOnce()
    const lead = await onDeck({
      action: 'decide',
      reason: 'too-close',
      figures: { valueMm: 0.14, limitMm: 0.14, uncertaintyMm: 0.004, shimMm: useJob().snapshot!.shims[2]!.actualMm },
    })
    expect(text(lead, 'move-head')).toContain('fit shim S2')
    const blocked = await onDeck({
      action: 'blocked',
      reason: 'past-max-depth',
      figures: { depthMm: 11.4, limitMm: 11.3 },
    })
    expect(blocked.querySelector('button')).toBeNull()
  })

  it('names who closed a stage and when, and after a signature who signed past it', async () => {
    const job = useJob()
    job.act({ what: 'close-stage', stage: 'as-found', note: '' })
    const name = job.snapshot!.people.find((p) => p.id === ids.person)!.name
    const host = await onDeck({ action: 'done', cylinder: null, reason: 'closed' }, 'as-found')
    expect(text(host, 'move-why')).toMatch(new RegExp(`${name} closed it on .*\\d{4}, \\d\\d:\\d\\d\\.`))
    const open = await step(make('done', 'closed'))
    expect(text(open, 'move-why')).toContain('it is closed.')
    job.act({ what: 'close-stage', stage: 'record', note: '' })
    expect(text(await step(make('done', 'closed')), 'move-why')).toContain(`${name} closed it on`)
  })
})
