import { proxy, wrap, type Remote } from 'comlink'
import type { PlanWork } from './plan.worker'

export { proxy as tellBack }

/** One worker that can be stopped in the midst of its work. */
export class PlanWorker {
  private worker = this.start()
  work: Remote<PlanWork> = wrap<PlanWork>(this.worker)

  private start(): Worker {
    return new Worker(new URL('./plan.worker.ts', import.meta.url), { type: 'module' })
  }

  /** Ends whatever it does. The next call finds a fresh worker. */
  stop(): void {
    this.worker.terminate()
    this.worker = this.start()
    this.work = wrap<PlanWork>(this.worker)
  }

  close(): void {
    this.worker.terminate()
  }
}
