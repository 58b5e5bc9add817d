import type { MatchLinersInput } from '../liner/match-liners'
import type { RepairInput } from './plan-input'

/** A plan's bores, liners and shims as `match-liners` asks for them. A ledge that must be trued is matched as it will be: even, with the deck's height still open. */
export function matchInputOf(input: RepairInput): MatchLinersInput {
  const { spec } = input
  return {
    bores: input.bores.map((b) => ({
      cylinder: b.cylinder,
      depthMm: b.depthMm + b.tiltMm / 2,
      tiltMm: b.tiltMm,
      highAtDeg: b.highAtDeg ?? 0,
    })),
    liners: input.liners,
    shimmed: spec.shimmed,
    shims: input.shims.map((s) => ({ thicknessMm: s.actualMm, count: 1 })),
    otherMm: input.otherMm,
    rotationsDeg: input.rotationsDeg,
    heads: input.heads,
    targetMm: spec.aimMm,
    spec: { minMm: spec.minMm, maxMm: spec.maxMm, withinLinerMaxMm: spec.withinLinerMaxMm },
  }
}
