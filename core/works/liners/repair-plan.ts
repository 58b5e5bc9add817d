import { latest } from '../../job/order'
import type { Snapshot, TakenPlan } from '../../job/snapshot'

/** The plan that is being worked to; null before one is taken. */
export const planInForce = (snapshot: Snapshot): TakenPlan | null => latest(snapshot.plans)
