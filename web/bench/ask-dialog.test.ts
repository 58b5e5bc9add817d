import { getActivePinia } from 'pinia'
import { createApp, h, nextTick, type App } from 'vue'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { mover } from '#core/job/move'
import { injectorSleeves } from '#core/testing/injector-sleeves'
import { ids, sixCylinders } from '#core/testing/make-snapshot'
import { sleevesIn } from '#core/works/sleeves/sleeves-in'
import { i18n } from '../app/i18n'
import { useDevice } from '../stores/device'
import { useJob } from '../stores/job'
import { allSent, FakeServer, newDevice } from '../testing/device'
import AskDialog from './AskDialog.vue'
import { PATIENT } from '../testing/patient'
import { letDialogsOpen } from '../testing/dialogs'

let app: App
const answered = vi.fn()
beforeEach(async () => {
  await newDevice()
  answered.mockClear()
  letDialogsOpen()
  const plain = sixCylinders()
  const server = new FakeServer({ ...plain, sheet: { ...plain.sheet, sections: { sleeves: injectorSleeves } } })
  useDevice().personId = ids.person
  await useJob().open(server.snapshot.job.id)

  document.body.innerHTML = '<div id="host"></div>'
  const asked = mover('sleeves-in', sleevesIn.says)('measure-in', 'ends-free', { cylinder: 2 })
  app = createApp({
    data: () => ({ move: null as unknown }),
    mounted() {
      ;(this as unknown as { move: unknown }).move = asked
    },
    render() {
      return h(AskDialog, { move: (this as unknown as { move: typeof asked | null }).move, onAnswer: answered })
    },
  })
  app.use(i18n).use(getActivePinia()!).mount('#host')
  await vi.waitFor(() => expect(document.querySelector('form')).not.toBeNull(), PATIENT)
})
afterEach(async () => {
  app.unmount()
  document.body.innerHTML = ''
  await allSent()
})

async function enter(text: string): Promise<void> {
  const box = document.querySelector<HTMLInputElement>('[data-field=boreMm] input')!
  box.value = text
  box.dispatchEvent(new Event('input'))
  await nextTick()
  document.querySelector('form')!.dispatchEvent(new Event('submit', { cancelable: true }))
  await nextTick()
}
const said = () => document.querySelector('form')!.textContent

describe('what a stage asks for', () => {
  it('asks once about a length that fits another unit, keeps it, and takes it when it is entered again', async () => {
    await enter('240')
    expect(answered).not.toHaveBeenCalled()
    expect(said()).toContain('far from the 22.400 expected here')
    await enter('240')
    expect(answered).toHaveBeenCalledExactlyOnceWith({ boreMm: 240 })
  })

  it('asks anew where another odd figure takes its place, and takes a usual one at once', async () => {
    await enter('240')
    await enter('0.0224')
    expect(answered).not.toHaveBeenCalled()
    await enter('22.5')
    expect(answered).toHaveBeenCalledExactlyOnceWith({ boreMm: 22.5 })
  })

  it('takes nothing for nothing, and says so', async () => {
    await enter('')
    expect(answered).not.toHaveBeenCalled()
    expect(said()).toContain(i18n.global.t('draft.problem.missing'))
  })
})
