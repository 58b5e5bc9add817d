import { Builder, By, Key, logging, type WebDriver, type WebElement } from 'selenium-webdriver'
import { Options, ServiceBuilder } from 'selenium-webdriver/chrome.js'
import { Line } from './line'

/** How often the page is asked again. */
const POLL_MS = 40
const WAIT_MS = 40_000
/** A hand that goes on with the next move takes longer: sooner is one stroke, or one tap, done twice. */
const STRIKE_AGAIN_MS = 170
export const MOVE_BUTTON = '[data-part=move-button]'
/** Two taps or clicks on the same spot within this are taken for a double one. */
export const DOUBLE_TAP_MS = 550

/** The folder of this run of the tests; what still runs with its name at the end of it is ended by the test command. */
const run = process.env.EVENBORE_TEST_RUN
/** Browsers of this worker that nobody has open: the next one that is opened need not start. */
const kept: WebDriver[] = []

async function startChromium(more: readonly string[]): Promise<WebDriver> {
  const options = new Options()
  options.setChromeBinaryPath('/usr/bin/chromium')
  options.addArguments(
    '--headless=new',
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    '--disable-default-apps',
    '--disable-extensions',
    '--disable-breakpad',
    '--disable-dev-shm-usage',
    '--hide-scrollbars',
    // Nobody types in its address bar: the two pages that it would bring for that are larger than the app.
    '--disable-features=WebUIOmniboxPopup,WebUIOmniboxAimPopup',
    '--force-color-profile=srgb',
    ...more,
  )
  // Drawing takes two fifths of what a browser does here, and nobody looks: as on a tablet that saves its battery, 30 times a second do.
  if (run) options.setLocalState({ performance_tuning: { battery_saver_mode: { state: 3 } } })
  const prefs = new logging.Preferences()
  prefs.setLevel(logging.Type.BROWSER, logging.Level.WARNING)
  options.setLoggingPrefs(prefs)
  // The driver makes a folder for each browser's things, and takes it away with it.
  const service = new ServiceBuilder('/usr/bin/chromedriver').setEnvironment({
    ...process.env,
    ...(run ? { TMPDIR: run } : {}),
  } as Record<string, string>)
  return new Builder().forBrowser('chrome').setChromeOptions(options).setChromeService(service).build()
}

/** Sends a command of the developer tools. */
export function tell(driver: WebDriver, command: string, params: object): Promise<void> {
  const tools = driver as unknown as { sendDevToolsCommand(name: string, params: object): Promise<void> }
  return tools.sendDevToolsCommand(command, params)
}

/** Headless Chromium on a device of its own, and the few things a person does with it. */
export class Browser {
  private ownLine: Line | null = null
  /** When a hand did a move last. */
  private movedAt = 0

  private constructor(
    readonly driver: WebDriver,
    private readonly base: string,
    private readonly plain: boolean,
  ) {}

  /**
   * Opens a browser on a device with nothing of the shop's data. One that an earlier test of this worker has closed is
   * taken again: it may have the app itself, as a shop's device has on its second day.
   *
   * @param options.fresh whether it must be a device on which the app was never opened
   * @param options.arguments more words for Chromium, which is then started for them
   */
  static async open(
    base: string,
    {
      size = { width: 1280, height: 800 },
      arguments: more = [],
      fresh = false,
    }: { size?: { width: number; height: number }; arguments?: string[]; fresh?: boolean } = {},
  ): Promise<Browser> {
    const plain = more.length === 0
    const driver = (plain && !fresh && kept.pop()) || (await startChromium(more))
    const browser = new Browser(driver, base, plain)
    await browser.resize(size)
    return browser
  }

  /** Makes the page itself this large, whatever the window's frame takes. */
  async resize(size: { width: number; height: number }): Promise<void> {
    await tell(this.driver, 'Emulation.setDeviceMetricsOverride', { ...size, deviceScaleFactor: 1, mobile: false })
  }

  /** Clears what the app keeps on the device, as a person does in the browser's settings, under the open page. */
  async clearStore(): Promise<void> {
    await tell(this.driver, 'Storage.clearDataForOrigin', { origin: this.base, storageTypes: 'indexeddb' })
  }

  async go(path: string): Promise<void> {
    await this.mindWords()
    await this.driver.get(this.base + path)
  }

  /** Goes on within the app that is open, as its own links do. @param there what stands on the page then */
  async turnTo(path: string, there: string): Promise<void> {
    // Until it has drawn itself it does not listen for turns.
    await this.see('main')
    await this.mindWords()
    await this.run(
      "history.pushState(null, '', arguments[0]); dispatchEvent(new PopStateEvent('popstate', { state: null }))",
      path,
    )
    const open = 'return location.pathname === arguments[0] && !!document.querySelector(arguments[1])'
    await this.until(() => this.run<boolean>(open, path, there), `${path} does not open`)
  }

  /** Goes to another page within the app that is open, and waits until what stood on the last one is gone. */
  async turnToPage(path: string): Promise<void> {
    await this.see('main')
    await this.run("for (const e of document.querySelector('main').children) e.setAttribute('data-left', '')")
    await this.turnTo(path, 'main > :not([data-left])')
  }

  /** Goes to a stage of a job within the app that is open. */
  turnToStage(jobId: string, stage: string): Promise<void> {
    return this.turnTo(`/jobs/${jobId}/${stage}`, `main > [data-stage="${stage}"] [data-part=next-move]`)
  }

  /** Fails where something was drawn without its words. */
  private async mindWords(): Promise<void> {
    const missing = await this.run<string | null>('return document.documentElement?.dataset.wordless ?? null').catch(
      () => null,
    )
    if (missing) throw new Error(`The page drew ${missing}, which had no words (yet)`)
  }

  /** The line to the page that is open. */
  private async line(): Promise<Line> {
    if (this.ownLine?.open) return this.ownLine
    const { debuggerAddress } = (await this.driver.getCapabilities()).get('goog:chromeOptions')
    this.ownLine = await Line.to(debuggerAddress, await this.driver.getWindowHandle())
    return this.ownLine
  }

  /** Which tab is open. */
  tab(): Promise<string> {
    return this.driver.getWindowHandle()
  }
  /** Turns to another tab. */
  async toTab(handle: string): Promise<void> {
    this.hangUp()
    await this.driver.switchTo().window(handle)
  }
  /** Opens an empty tab and turns to it. @returns which */
  async newTab(): Promise<string> {
    this.hangUp()
    await this.driver.switchTo().newWindow('tab')
    return this.tab()
  }
  /** Turns to the tab that a link of this one opened, as soon as it is there. */
  async toNewTab(): Promise<void> {
    const here = await this.tab()
    const others = async () => (await this.driver.getAllWindowHandles()).filter((h) => h !== here)
    await this.until(async () => (await others()).length > 0, 'no other tab was opened')
    await this.toTab((await others()).at(-1)!)
  }
  /** Closes the tab that is open; another is turned to next. */
  async closeTab(): Promise<void> {
    this.hangUp()
    await this.driver.close()
  }
  private hangUp(): void {
    this.ownLine?.close()
    this.ownLine = null
  }

  /** Runs something before the scripts of every page that is opened in this tab. @returns ends that */
  async beforePages(source: string): Promise<() => Promise<void>> {
    const driver = this.driver as unknown as { sendAndGetDevToolsCommand(c: string, p: object): Promise<unknown> }
    const given = await driver.sendAndGetDevToolsCommand('Page.addScriptToEvaluateOnNewDocument', { source })
    return () => tell(this.driver, 'Page.removeScriptToEvaluateOnNewDocument', given as object)
  }

  /** Waits until the app itself is kept on the device. */
  untilKept(): Promise<void> {
    const kept = () => this.run<boolean>('return navigator.serviceWorker.controller !== null')
    return this.until(kept, 'the app is not kept on the device')
  }

  /** Waits until something on the page matches. */
  async see(css: string, waitMs = WAIT_MS): Promise<void> {
    await this.until(async () => (await this.count(css)) > 0, `nothing on the page matches ${css}`, waitMs)
  }

  /** The first that matches, once it is there, to be clicked or typed into. */
  async find(css: string, waitMs = WAIT_MS): Promise<WebElement> {
    await this.see(css, waitMs)
    return this.driver.findElement(By.css(css))
  }

  async all(css: string): Promise<WebElement[]> {
    return this.driver.findElements(By.css(css))
  }

  /** How many on the page match. */
  count(css: string): Promise<number> {
    return this.run<number>('return document.querySelectorAll(arguments[0]).length', css)
  }

  /** An attribute of the first that matches, once it is there. */
  async attribute(css: string, name: string): Promise<string | null> {
    await this.see(css)
    return this.run<string | null>('return document.querySelector(arguments[0]).getAttribute(arguments[1])', css, name)
  }

  /** Does a move by hand: the same once more, or its key, only after a pause, since sooner is one of them done twice. */
  async byHand(does: () => Promise<unknown>, pauseMs = STRIKE_AGAIN_MS): Promise<void> {
    const restMs = this.movedAt + pauseMs - Date.now()
    if (restMs > 0) await this.driver.sleep(restMs)
    await does()
    this.movedAt = Date.now()
  }

  async click(css: string): Promise<void> {
    const click = () =>
      this.until(async () => {
        const element = await this.find(css)
        await element.click()
        return true
      }, `${css} cannot be clicked`)
    await (css === MOVE_BUTTON ? this.byHand(click, DOUBLE_TAP_MS) : click())
  }

  /** What can be read in the first that matches, once it is there. */
  async text(css: string): Promise<string> {
    await this.see(css)
    return this.run<string>(
      `const e = document.querySelector(arguments[0]); return (e.innerText ?? e.textContent).replaceAll('\\u00a0', ' ').trim()`,
      css,
    )
  }

  /** Waits until a dialog stands open, still, and has taken the focus: hands cannot be faster. */
  async dialog(): Promise<void> {
    await this.until(
      () =>
        this.run<boolean>(
          `const d = document.querySelector('[role=dialog]'); return !!d && d.contains(document.activeElement) && document.getAnimations().length === 0`,
        ),
      'no dialog has opened',
    )
  }

  /** Waits until no dialog stands open any more. */
  async noDialog(): Promise<void> {
    await this.until(async () => (await this.count('[role=dialog]')) === 0, 'the dialog has not closed')
  }

  /** Waits until nothing moves on the page. */
  async still(): Promise<void> {
    await this.until(() => this.run<boolean>('return document.getAnimations().length === 0'), 'the page still moves')
  }

  /** Types on whatever has the focus, as a person does. */
  async type(...keys: string[]): Promise<void> {
    const strike = () =>
      this.driver
        .actions()
        .sendKeys(...keys)
        .perform()
    await (keys.length === 1 && keys[0] === 'n' ? this.byHand(strike) : strike())
  }

  async chord(modifier: string, key: string): Promise<void> {
    await this.driver.actions().keyDown(modifier).sendKeys(key).keyUp(modifier).perform()
  }

  /** Waits until something holds; a page that is just changing is asked again. */
  async until(check: () => Promise<boolean>, otherwise: string, waitMs = WAIT_MS): Promise<void> {
    let last: unknown
    const end = Date.now() + waitMs
    while (Date.now() < end) {
      try {
        if (await check()) return
      } catch (error) {
        last = error
      }
      await this.driver.sleep(POLL_MS)
    }
    throw new Error(`${otherwise}${last instanceof Error ? ` (${last.message.split('\n')[0]})` : ''}`)
  }

  async untilText(css: string, wanted: string | RegExp, waitMs = WAIT_MS): Promise<string> {
    let seen = ''
    await this.until(
      async () => {
        seen = await this.text(css)
        return typeof wanted === 'string' ? seen.includes(wanted) : wanted.test(seen)
      },
      `${css} never read ${wanted}`,
      waitMs,
    ).catch((error: Error) => {
      throw new Error(`${error.message}; it read: ${seen}`)
    })
    return seen
  }

  /** Runs a script in the page, see {@link Line.run}. */
  async run<T>(script: string, ...args: unknown[]): Promise<T> {
    return (await this.line()).run<T>(script, args)
  }

  async chooseOption(css: string, label: string): Promise<void> {
    await this.until(
      () =>
        this.run<boolean>(
          `const s = document.querySelector(arguments[0]); const o = s && [...s.options].find(o => o.text === arguments[1]);
           if (!o) return false; s.value = o.value; s.dispatchEvent(new Event('change', { bubbles: true })); return true`,
          css,
          label,
        ),
      `${css} has no choice "${label}"`,
    )
  }

  /** Waits until nothing of this device is on its way any more. */
  async untilSaved(): Promise<void> {
    await this.until(
      async () => (await this.attribute('[data-part=saving]', 'data-waiting')) === '0',
      'something still waits',
      30_000,
    )
  }

  /** Complaints of the page's console, without the network's own when a server is away on purpose. */
  async complaints(): Promise<string[]> {
    const entries = await this.driver.manage().logs().get(logging.Type.BROWSER)
    return entries
      .map((e) => e.message)
      .filter((m) => !/Failed to load resource|net::ERR_|WebSocket connection/.test(m))
  }

  async picture(): Promise<Buffer> {
    return Buffer.from(await this.driver.takeScreenshot(), 'base64')
  }

  async close(): Promise<void> {
    const minded = await this.mindWords().catch((e: unknown) => e)
    this.hangUp()
    if (!run || !this.plain || !(await this.forget())) await this.driver.quit()
    if (minded) throw minded
  }

  /** Forgets all data of this shop; the app stays, and one empty page. @returns whether it can be taken again */
  private async forget(): Promise<boolean> {
    try {
      const old = await this.driver.getAllWindowHandles()
      await this.driver.switchTo().newWindow('tab')
      const next = await this.driver.getWindowHandle()
      for (const one of old) {
        await this.driver.switchTo().window(one)
        await this.driver.close()
      }
      await this.driver.switchTo().window(next)
      const storageTypes = 'cookies,file_systems,indexeddb,local_storage,websql'
      await tell(this.driver, 'Storage.clearDataForOrigin', { origin: this.base, storageTypes })
      await this.driver.manage().logs().get(logging.Type.BROWSER)
      kept.push(this.driver)
      return true
    } catch {
      return false
    }
  }
}

export { Key }
