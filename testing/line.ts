import { once } from 'node:events'
import WebSocket from 'ws'

interface Answer {
  id?: number
  result?: unknown
  error?: { message: string }
}
interface Evaluated {
  result: { value?: unknown }
  exceptionDetails?: { text: string; exception?: { description?: string } }
}

/** How often a question that met a page just being changed for another is asked again. */
const AGAIN = 3
const CHANGING = /context was destroyed|Cannot find context|Inspected target navigated/

/**
 * A line of its own to a page's developer tools, beside the driver's: to look at the page through it takes a fifth of
 * the work. What a person does goes by the driver.
 */
export class Line {
  private last = 0
  private readonly waiting = new Map<number, { done: (result: unknown) => void; failed: (why: Error) => void }>()

  private constructor(private readonly socket: WebSocket) {
    socket.on('message', (data: Buffer) => {
      const { id, result, error } = JSON.parse(data.toString()) as Answer
      const asked = this.waiting.get(id ?? -1)
      this.waiting.delete(id ?? -1)
      if (error) asked?.failed(new Error(error.message))
      else asked?.done(result)
    })
    socket.on('error', () => undefined)
    socket.once('close', () => {
      for (const { failed } of this.waiting.values()) failed(new Error('the page has gone'))
      this.waiting.clear()
    })
  }

  /** @param address where the browser's tools listen. @param page the page, by its window handle */
  static async to(address: string, page: string): Promise<Line> {
    const socket = new WebSocket(`ws://${address}/devtools/page/${page}`, { perMessageDeflate: false })
    await once(socket, 'open')
    return new Line(socket)
  }

  get open(): boolean {
    return this.socket.readyState === WebSocket.OPEN
  }

  close(): void {
    this.socket.terminate()
  }

  send(method: string, params: object): Promise<unknown> {
    const id = ++this.last
    return new Promise((done, failed) => {
      this.waiting.set(id, { done, failed })
      this.socket.send(JSON.stringify({ id, method, params }), (why) => why && failed(why))
    })
  }

  /**
   * Runs a script in the page, as the body of a function with these arguments.
   *
   * @returns what it returns, or its promise brings; null for nothing
   * @throws Error with what the page threw
   */
  async run<T>(script: string, args: readonly unknown[], again = AGAIN): Promise<T> {
    const expression = `(function(){${script}\n}).apply(null, ${JSON.stringify(args)})`
    try {
      const answer = await this.send('Runtime.evaluate', { expression, awaitPromise: true, returnByValue: true })
      const { result, exceptionDetails } = answer as Evaluated
      if (exceptionDetails) throw new Error(exceptionDetails.exception?.description ?? exceptionDetails.text)
      return (result.value ?? null) as T
    } catch (error) {
      if (again === 0 || !CHANGING.test(String(error))) throw error
      return this.run<T>(script, args, again - 1)
    }
  }
}
