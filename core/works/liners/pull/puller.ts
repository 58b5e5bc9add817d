import type { Snapshot } from '../../../job/snapshot'
import { nominalLedgeDepthMm } from '../../../liner/stack'
import { checkPuller, type PullerCheck } from '../../../pull/check-puller'
import type { Puller, PullLog } from '../strip'

/** How a puller stands against this engine's liners; null where the sheet lacks the liner's measures. */
export function checkForJob(snapshot: Snapshot, puller: Puller): PullerCheck | null {
  const { liner, links } = snapshot.sheet
  if (!liner) return null
  return checkPuller(puller, liner, {
    boreMm: snapshot.engine.boreMm,
    pitchMm: snapshot.engine.pitchMm,
    counterboreMm: nominalLedgeDepthMm(links),
  })
}

/** The torque at which the puller of a logged pull should have stopped, N·m, where the wrench went past it; else null. */
export function pastStopNm(snapshot: Snapshot, log: PullLog): number | null {
  const puller = snapshot.pullers.find((p) => p.id === log.pullerId)
  const stopNm = puller ? checkForJob(snapshot, puller)?.plan?.stopTorqueNm : undefined
  return stopNm !== undefined && log.peakNm !== null && log.peakNm > stopNm ? stopNm : null
}
