import type { Browser } from './browser'

/** Sizes that every page holds at: a desk, an older laptop, a tablet held upright, a large screen. */
export const sizes = [
  { width: 1280, height: 800 },
  { width: 1024, height: 768 },
  { width: 800, height: 1280 },
  { width: 1920, height: 1080 },
] as const

/**
 * Targets on the page that a finger cannot get at: past the edge, clipped by what does not scroll, or under
 * something else. Each is told by what it says; empty where all can be touched.
 */
export function layoutFaults(browser: Browser): Promise<string[]> {
  return browser.run<string[]>(`
    const faults = []
    const width = document.documentElement.clientWidth, height = innerHeight
    const say = (e) => (e.getAttribute('data-part') || e.id || e.tagName.toLowerCase()) + ' "' + (e.getAttribute('aria-label') || e.textContent || e.value || '').trim().replace(/\\s+/g, ' ').slice(0, 40) + '"'
    if (document.documentElement.scrollWidth > width + 1) faults.push('the page is ' + document.documentElement.scrollWidth + ' wide')
    const scrolls = (e, axis) => { const s = getComputedStyle(e); return /auto|scroll/.test(axis === 'x' ? s.overflowX : s.overflowY) && (axis === 'x' ? e.scrollWidth > e.clientWidth + 1 : e.scrollHeight > e.clientHeight + 1) }
    const clips = (e) => /hidden|clip|auto|scroll/.test(getComputedStyle(e).overflowX + getComputedStyle(e).overflowY)
    // A message that was not brought shows its key.
    const texts = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT)
    while (texts.nextNode()) for (const word of texts.currentNode.data.split(/\\s+/))
      if (/^[a-z][a-z-]*(\\.[a-z][a-zA-Z-]*)+$/.test(word) && !/\\.(json|zip|csv|pdf|ics|md)$/.test(word)) faults.push('no words for ' + word)
    const all = document.querySelectorAll('button, a[href], input, select, textarea, [role=button], [tabindex="0"]')
    for (const e of all) {
      const box = e.getBoundingClientRect()
      const style = getComputedStyle(e)
      if (box.width < 2 || box.height < 2 || style.visibility === 'hidden' || style.opacity === '0' || e.closest('.sr-only')) continue
      let cut = false, awayX = false, awayY = false
      for (let p = e.parentElement; p; p = p.parentElement) {
        const inside = p === document.body || p === document.documentElement
        const frame = inside ? { left: 0, top: 0, right: width, bottom: height } : p.getBoundingClientRect()
        if (!inside && !clips(p)) continue
        const beyondX = box.left < frame.left - 1 || box.right > frame.right + 1
        const beyondY = box.top < frame.top - 1 || box.bottom > frame.bottom + 1
        const root = document.scrollingElement
        const canX = inside ? false : scrolls(p, 'x')
        const canY = inside ? root.scrollHeight > root.clientHeight + 1 : scrolls(p, 'y')
        // What is scrolled away inside is beyond everything outside, too.
        if ((beyondX && !canX && !awayX) || (beyondY && !canY && !awayY)) cut = true
        if (beyondX && canX) awayX = true
        if (beyondY && canY) awayY = true
      }
      if (cut) { faults.push('cut off: ' + say(e)); continue }
      if (awayX || awayY) continue
      const at = document.elementFromPoint(box.left + box.width / 2, box.top + box.height / 2)
      const label = e.closest('label')
      let over = at
      while (over && !/sticky|fixed/.test(getComputedStyle(over).position)) over = over.parentElement
      // A bar that stays while the page scrolls under it hides nothing for good.
      if (over && !over.contains(e) && document.scrollingElement.scrollHeight > height + 1) continue
      if (at && !e.contains(at) && !at.contains(e) && !(label && label.contains(at))) faults.push('covered: ' + say(e) + ' by ' + say(at))
    }
    return [...new Set(faults)]
  `)
}

/**
 * Figures of a drawing that stand over each other, by what they say.
 */
export function textFaults(browser: Browser): Promise<string[]> {
  return browser.run<string[]>(`
    const faults = []
    for (const svg of document.querySelectorAll('svg:not([data-pans])')) {
      const frame = svg.getBoundingClientRect()
      const texts = [...svg.querySelectorAll('text')].filter(t => t.textContent.trim() !== '' && getComputedStyle(t).visibility !== 'hidden').map(t => ({ t, box: t.getBoundingClientRect(), said: t.textContent.trim() })).filter(({ box }) => box.width > 0)
      for (const { box, said } of texts) if (box.right > frame.left && box.left < frame.right && box.bottom > frame.top && box.top < frame.bottom && (box.left < frame.left - 2 || box.right > frame.right + 2 || box.top < frame.top - 3 || box.bottom > frame.bottom + 3)) faults.push('out of its drawing: "' + said + '"')
      for (let i = 0; i < texts.length; i++) for (let j = i + 1; j < texts.length; j++) {
        const a = texts[i].box, b = texts[j].box
        const x = Math.min(a.right, b.right) - Math.max(a.left, b.left), y = Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top)
        if (x > 2 && y > Math.min(a.height, b.height) * 0.45) faults.push('over each other: "' + texts[i].said + '" and "' + texts[j].said + '"')
      }
    }
    return [...new Set(faults)]
  `)
}

/** What is cut off, covered, outside its drawing or over something else on the page that is open, at each size. */
async function faultsHere(browser: Browser): Promise<string[]> {
  const found: string[] = []
  for (const size of sizes) {
    await browser.resize(size)
    // The list of engines comes from the store, drawings from their stage: what is still coming is waited for.
    await browser.driver.sleep(120)
    await browser.still()
    for (const fault of [...(await layoutFaults(browser)), ...(await textFaults(browser))])
      found.push(`${size.width}x${size.height} ${fault}`)
  }
  await browser.resize(sizes[0])
  return found
}

/** {@link faultsHere} on a page that is opened for it. */
export async function faultsAt(browser: Browser, path: string): Promise<string[]> {
  await browser.go(path)
  await browser.see('main h1, main [data-part=next-move]')
  return faultsHere(browser)
}

/** {@link faultsHere} on a stage of a job, come to from wherever the app is. */
export async function faultsOnStage(browser: Browser, jobId: string, stage: string): Promise<string[]> {
  await browser.turnToStage(jobId, stage)
  return faultsHere(browser)
}
