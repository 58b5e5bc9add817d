import type { FastifyInstance } from 'fastify'
import type { ZodTypeProvider } from 'fastify-type-provider-zod'
import type { Presence } from './presence'
import type { CalcRoom } from './run-calc'
import type { RevisionWatch } from './revision-watch'
import type { Store } from './store/store'
import type { WorkPool } from './work/pool'

/** A part of the application whose requests have the types of their schemas. */
export const typed = (app: FastifyInstance) => app.withTypeProvider<ZodTypeProvider>()

/** What every route may use. */
export interface Services {
  store: Store
  watch: RevisionWatch
  /** Who is where just now. */
  presence: Presence
  /** Calculations that take seconds. */
  calc: CalcRoom
  /** Papers, files and the plan of the shop: nobody's calculations keep them waiting. */
  house: WorkPool
}
