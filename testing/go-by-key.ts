import { Key, type Browser } from './browser'

/** The next move as its bar shows it. */
export interface ShownMove {
  stage: string
  action: string
  /** A cylinder, or a place that is none. */
  at: string
  head: string
  /** All that it says, its why included. */
  told: string
}
export const shownMove = (browser: Browser): Promise<ShownMove> =>
  browser.run<ShownMove>(
    `const m = document.querySelector('[data-part=next-move]'); const s = document.querySelector('main > [data-stage]');
     return m && s ? { stage: s.dataset.stage, action: m.dataset.action, at: m.dataset.cylinder ?? m.dataset.place ?? '', head: m.querySelector('[data-part=move-head]').textContent, told: m.textContent } : { stage: '', action: '', at: '', head: '', told: '' }`,
  )
const same = (a: ShownMove, b: ShownMove) =>
  a.stage === b.stage && a.action === b.action && a.at === b.at && a.told === b.told

/**
 * Goes on by the key of the next move, nothing typed, until a move is shown.
 *
 * @param there whether the move that is wanted is on the screen
 * @param otherwise what is done in place of the key, by the move's action
 * @returns the stages in the order they were come to, and every move that was asked
 * @throws Error where nothing follows a move, or it never comes
 */
export async function goByKey(
  browser: Browser,
  there: (now: ShownMove) => boolean | Promise<boolean>,
  otherwise: Record<string, () => Promise<void>> = {},
  most = 260,
): Promise<{ stages: string[]; asked: Set<string> }> {
  const stages: string[] = []
  const asked = new Set<string>()
  let before = await shownMove(browser)
  for (let step = 0; step < most; step++) {
    if (await there(before)) return { stages, asked }
    asked.add(`${before.stage} ${before.action}`)
    if (stages.at(-1) !== before.stage) stages.push(before.stage)
    const other = otherwise[before.action]
    if (other) await other()
    else await browser.type('n')
    await browser.until(
      async () => {
        const next = await shownMove(browser)
        // A stage that has just been closed goes on by itself.
        const leaves = next.stage === before.stage && before.action === 'close-stage' && next.action === 'done'
        return next.stage !== '' && !leaves && !same(next, before)
      },
      `nothing followed ${JSON.stringify(before)}`,
      40_000,
    )
    before = await shownMove(browser)
  }
  throw new Error(`it never comes; the last move was ${JSON.stringify(before)}`)
}

/** Carries a job to its record, ready to be signed. */
export const carryByKey = (browser: Browser, otherwise: Record<string, () => Promise<void>> = {}) =>
  goByKey(browser, (now) => now.stage === 'record' && now.action === 'sign', otherwise)

/** As long as a hand waits before it presses again, ms. */
const PRESS_AGAIN_MS = 400

/** Tightens every bolt of the joint in hand, each taken by Enter at the pad as it clicks. */
export async function tightenByKey(browser: Browser): Promise<void> {
  const pad = '[data-part=turn-pad][data-entry=tighten-bolt]'
  await browser.see(pad)
  const taken = () => browser.run<string>(`return document.querySelector('${pad}')?.dataset.taken ?? 'gone'`)
  for (let before = await taken(); before !== 'gone'; before = await taken()) {
    let pressedAt = 0
    await browser.until(async () => {
      if ((await taken()) !== before) return true
      if (Date.now() - pressedAt > PRESS_AGAIN_MS) {
        pressedAt = Date.now()
        await browser.type(Key.ENTER)
      }
      return false
    }, 'the bolt was not taken')
  }
}
