import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { createApp, h, type App } from 'vue'
import { i18n } from '../app/i18n'
import { useTakenFile } from './useTakenFile'
import { PATIENT } from '../testing/patient'

const AWAY = 'The server does not answer, and the file is put together there. Take it when the server is back.'
let app: App

const saved: { name: string; text: Promise<string> }[] = []
beforeEach(() => {
  saved.length = 0
  let blob = new Blob()
  vi.spyOn(URL, 'createObjectURL').mockImplementation((content) => ((blob = content as Blob), 'blob:it'))
  vi.spyOn(HTMLAnchorElement.prototype, 'click').mockImplementation(function (this: HTMLAnchorElement) {
    saved.push({ name: this.download, text: blob.text() })
  })
})
afterEach(() => {
  app.unmount()
  vi.unstubAllGlobals()
})

/** A click on a link to the readings, and what the page then knows. */
function press(answer: () => Promise<Response>) {
  const asked = vi.fn(answer)
  // What a page that was left still asks the server for is not this file.
  vi.stubGlobal('fetch', async (url: string) => (url.endsWith('readings.csv') ? asked() : Response.error()))
  document.body.innerHTML = '<div id="host"></div>'
  let taken!: ReturnType<typeof useTakenFile>
  app = createApp({
    setup() {
      taken = useTakenFile()
      return () => h('a', { href: 'http://shop/api/jobs/1/readings.csv', onClick: taken.takeLink })
    },
  })
  app.use(i18n).mount('#host')
  const click = () => document.querySelector('a')!.dispatchEvent(new MouseEvent('click', { cancelable: true }))
  return { ...taken, asked, click }
}
const named = { 'content-disposition': 'attachment; filename="even-bore-job-3-readings.csv"' }

it('hands the file over under the name that the server gives it', async () => {
  const { click, underWay, problem, asked } = press(async () => new Response('a,b', { headers: named }))
  expect(click()).toBe(false)
  expect(underWay.value).toBe('http://shop/api/jobs/1/readings.csv')
  await vi.waitFor(() => expect(underWay.value).toBeNull(), PATIENT)
  expect(asked).toHaveBeenCalledOnce()
  expect(saved.map((s) => s.name)).toEqual(['even-bore-job-3-readings.csv'])
  expect(await saved[0]!.text).toBe('a,b')
  expect(problem.value).toBeNull()
})

it('asks once for two clicks', async () => {
  const { click, underWay, asked } = press(async () => new Response('a,b', { headers: named }))
  click()
  click()
  await vi.waitFor(() => expect(underWay.value).toBeNull(), PATIENT)
  expect(asked).toHaveBeenCalledOnce()
  expect(saved).toHaveLength(1)
})

it('says in the words of the server why a file does not come, and saves none', async () => {
  const error = { code: 'busy', message: 'The server has its hands full.', issues: [] }
  const { click, underWay, problem } = press(async () => Response.json({ error }, { status: 429 }))
  click()
  await vi.waitFor(() => expect(underWay.value).toBeNull(), PATIENT)
  expect(problem.value).toBe('The server has its hands full.')
  expect(saved).toEqual([])
})

it.each([
  ['the server is away', () => Promise.reject(new TypeError('Failed to fetch'))],
  ['something else answers', async () => new Response('<h1>Gateway</h1>', { status: 502 })],
])('says that the server does not answer where %s, and takes it at the next click', async (_, answer) => {
  const { click, underWay, problem } = press(answer)
  click()
  await vi.waitFor(() => expect(underWay.value).toBeNull(), PATIENT)
  expect(problem.value).toBe(AWAY)
  vi.stubGlobal('fetch', async () => new Response('a,b', { headers: named }))
  click()
  await vi.waitFor(() => expect(saved).toHaveLength(1), PATIENT)
  expect(problem.value).toBeNull()
})
