import { driveIn, type DrivenIn } from '../../bushing/drive-in'
import { openArea, type OpenArea } from '../../bushing/open-area'
import { openShare } from '../../bushing/circles'
import { placeBushing, type PlacedBushing } from '../../bushing/place-bushing'
import { planPressFit } from '../../fit/plan-press-fit'
import { CalcError } from '../../errors'
import type { Snapshot } from '../../job/snapshot'
import {
  bushingEntries,
  codeOf,
  codesFor,
  drillingFromFaceMm,
  housingAt,
  housingPlace,
  housingsOf,
  lastAt,
  readHousing,
  readBushing,
  sectionOf,
  type HousingSpot,
} from './read-bushings'
import type { Back, BushingCode, Face } from './section'

/** Usual friction of a bushing driven dry and with a film of oil on its back. */
export const usualBackFriction: Record<Back, number> = { dry: 0.15, film: 0.1 }
const other = (face: Face): Face => (face === 'front' ? 'rear' : 'front')

/** How the bar goes: from which face the bushing is driven, and where its cone or pilot is kept true. */
export interface Tool {
  from: Face
  /** The housing ahead; null where there is none. */
  pilotAt: string | null
  /** Its size there: the housing's bore, or the bushing's where one is in already, mm. */
  pilotMm: number | null
}

/** The bushing that goes into a housing: the one that was read for it, or one that the sheet allows there. */
export const codeAt = (snapshot: Snapshot, at: HousingSpot): BushingCode | null => {
  const read = lastAt(snapshot, 'read', at.place)
  return (read && codeOf(snapshot, read.code)) ?? codesFor(snapshot, at.n)[0] ?? null
}

/** The tool in a housing, driven from a face. */
export function toolFrom(snapshot: Snapshot, at: HousingSpot, from: Face): Tool {
  const ahead = housingAt(snapshot, housingPlace(from === 'rear' ? at.n - 1 : at.n + 1))
  if (!ahead) return { from, pilotAt: null, pilotMm: null }
  const inIt = lastAt(snapshot, 'finished', ahead.place) ? (codeAt(snapshot, ahead)?.innerMm ?? null) : null
  return { from, pilotAt: ahead.place, pilotMm: inIt ?? readHousing(snapshot, ahead).meanMm ?? ahead.of.boreMm }
}
/** The way it is driven: as the sheet says, but turned round where there is no housing ahead. */
export function usualTool(snapshot: Snapshot, at: HousingSpot): Tool {
  const own = toolFrom(snapshot, at, at.of.entersFrom)
  return own.pilotAt === null ? toolFrom(snapshot, at, other(own.from)) : own
}
/** The schools before the first blow: from which face, what on its back, edge flush or holes matched. */
export interface Aim {
  from: Face
  back: Back
  aimFor: 'holes' | 'flush'
}

/** How it was aimed, or would be as the sheet and the trade have it. */
export function aimOf(snapshot: Snapshot, at: HousingSpot): Aim {
  const aimed = lastAt(snapshot, 'aimed', at.place)
  if (aimed) return { from: aimed.from, back: aimed.back, aimFor: aimed.aimFor }
  return { from: usualTool(snapshot, at).from, back: sectionOf(snapshot)?.back ?? 'dry', aimFor: 'holes' }
}

/** Where a bushing must stand, driven from a face: the depths of its driven edge, mm. */
export interface Placing {
  placed: PlacedBushing
  /** What is aimed at, and the window that holes and edges leave together; null where no depth opens every hole. */
  targetMm: number | null
  fromMm: number | null
  toMm: number | null
  /** The holes want it so deep or so short that an edge stands out farther than it may. */
  edgeOut: boolean
  /** Each hole: its size, its place from the driven edge, and at which depth of that edge it meets its drilling. */
  holes: { bushingHoleMm: number; drillingMm: number; fromEdgeMm: number; meetsAtMm: number; groove: boolean }[]
}

/** Plans the depth of a bushing in its housing; null where the sheet tells too little. */
export function readPlacing(
  snapshot: Snapshot,
  at: HousingSpot,
  from: Face = aimOf(snapshot, at).from,
  aimFor: 'holes' | 'flush' = aimOf(snapshot, at).aimFor,
): Placing | null {
  const section = sectionOf(snapshot)
  const code = codeAt(snapshot, at)
  if (!section || !code) return null
  const turned = from !== at.of.entersFrom
  const holes = code.holes.slice(0, at.of.drillings.length).map((hole, i) => {
    const { sizeMm, groove } = at.of.drillings[i]!
    const faceMm = drillingFromFaceMm(snapshot, at, i)
    return {
      bushingHoleMm: hole.sizeMm,
      drillingMm: sizeMm,
      // Driven from the other face, edge and face are the other ones.
      holeFromTrailingEdgeMm: turned ? code.widthMm - hole.fromTrailingMm : hole.fromTrailingMm,
      drillingFromFaceMm: turned ? at.of.widthMm - faceMm : faceMm,
      turnedDeg: 0,
      groove,
    }
  })
  const boreMm = readHousing(snapshot, at).meanMm ?? at.of.boreMm
  const { widthMm: housingWidthMm } = at.of
  const { wantedShare, edgeOutMm } = section
  const placed = placeBushing({ housingWidthMm, bushingWidthMm: code.widthMm, boreMm, holes, wantedShare })
  const known = holes.map((h) => ({
    bushingHoleMm: h.bushingHoleMm,
    drillingMm: h.drillingMm,
    fromEdgeMm: h.holeFromTrailingEdgeMm,
    meetsAtMm: h.drillingFromFaceMm - h.holeFromTrailingEdgeMm,
    groove: h.groove,
  }))
  const shortMm = housingWidthMm - code.widthMm
  const [edgeFrom, edgeTo] = [Math.min(0, shortMm) - edgeOutMm, Math.max(0, shortMm) + edgeOutMm]
  if (aimFor === 'flush')
    return { placed, targetMm: 0, fromMm: -edgeOutMm, toMm: edgeOutMm, edgeOut: false, holes: known }
  const { window, best } = placed
  if (!window || !best) return { placed, targetMm: null, fromMm: null, toMm: null, edgeOut: false, holes: known }
  const [fromMm, toMm] = [Math.max(window.fromMm, edgeFrom), Math.min(window.toMm, edgeTo)]
  const edgeOut = fromMm > toMm
  const range = edgeOut ? window : { fromMm, toMm }
  const targetMm = Math.min(range.toMm, Math.max(range.fromMm, best.depthMm))
  return { placed, targetMm, ...range, edgeOut, holes: known }
}

/** A bushing on its way in. */
export interface DriveState {
  aimed: boolean
  /** The looks since it was last aimed or driven back: blows counted from there. */
  looks: { blows: number; depthMm: number }[]
  drive: DrivenIn | null
  depthMm: number | null
}

/** How far a bushing is: what the looks so far say. */
export function readDrive(snapshot: Snapshot, at: HousingSpot): DriveState {
  const aimed = lastAt(snapshot, 'aimed', at.place)
  const own = bushingEntries(snapshot, 'looks').filter((l) => l.place === at.place && l.seq > (aimed?.seq ?? Infinity))
  const back = own.findLastIndex((l) => l.back)
  const since = own.slice(Math.max(0, back))
  // Two looks without a blow between them, or blows counted anew: the later one counts.
  const looks = since
    .filter((l, i) => since.slice(i + 1).every((later) => later.blows > l.blows))
    .map(({ blows, edgeMm }) => ({ blows, depthMm: edgeMm }))
  const depthMm = looks.at(-1)?.depthMm ?? null
  const placing = readPlacing(snapshot, at)
  if (looks.length === 0 || placing?.targetMm == null) return { aimed: aimed !== null, looks, drive: null, depthMm }
  const { targetMm, fromMm, toMm } = placing
  try {
    const drive = driveIn({ looks, targetMm, underMm: targetMm - fromMm!, overMm: toMm! - targetMm })
    return { aimed: true, looks, drive, depthMm }
  } catch (error) {
    if (error instanceof CalcError) return { aimed: true, looks, drive: null, depthMm }
    throw error
  }
}

/** What it takes to drive it, dry and with a film: N; null before it was measured. */
export function readForces(snapshot: Snapshot, at: HousingSpot): Record<Back, number> | null {
  const section = sectionOf(snapshot)
  const { interferenceMm } = readBushing(snapshot, at)
  const code = codeAt(snapshot, at)
  const { meanMm } = readHousing(snapshot, at)
  if (!section || !code || interferenceMm === null || meanMm === null) return null
  const { metal } = section
  const force = (friction: number) =>
    planPressFit({
      interfaceMm: meanMm,
      lengthMm: code.widthMm,
      interferenceMm,
      smoothingMm: 0,
      friction,
      shaftC: 20,
      ambientC: 20,
      slipClearanceMm: 0,
      maxHeatC: 100,
      // Pressed cold: of yield and expansion nothing is asked here.
      hub: {
        outerMm: at.of.outerMm,
        modulusMPa: metal.housingModulusMPa,
        poisson: metal.housingPoisson,
        yieldMPa: metal.bushingYieldMPa,
        expansionPerC: 1.1e-5,
      },
      shaft: {
        innerMm: code.innerMm,
        modulusMPa: metal.bushingModulusMPa,
        poisson: metal.bushingPoisson,
        yieldMPa: metal.bushingYieldMPa,
        expansionPerC: 1.1e-5,
      },
    }).pressForceN
  try {
    return { dry: force(usualBackFriction.dry), film: force(usualBackFriction.film) }
  } catch (error) {
    if (error instanceof CalcError) return null
    throw error
  }
}

/** One oil hole of a housing as it stands: by depth, and as it was proven. */
export interface HoleState {
  hole: number
  /** From the last look and the marks; null before one. */
  byDepth: OpenArea | null
  /** Proven since the last blow: by the largest pin that passes, or a look with a light. */
  proof: ReturnType<typeof lastProof>
  /** The share the proof leaves; null where a light told no number, or nobody looked. */
  share: number | null
  /** Whether it is open as wanted; null before it was proven. */
  open: boolean | null
}
function lastProof(snapshot: Snapshot, at: HousingSpot, hole: number) {
  const moved = bushingEntries(snapshot, 'looks').findLast((l) => l.place === at.place)?.seq ?? -1
  return bushingEntries(snapshot, 'proofs').findLast((p) => p.place === at.place && p.hole === hole && p.seq > moved)
}

/** The share that is open where this is the largest pin that passes: what it leaves between the two centres. */
export function shareByPin(of: { bushingHoleMm: number; drillingMm: number }, pinMm: number): number {
  const [a, b] = [of.bushingHoleMm / 2, of.drillingMm / 2]
  const whole = 2 * Math.min(a, b)
  if (pinMm <= 0) return 0
  return pinMm >= whole - 1e-9 ? 1 : openShare(of, a + b - pinMm)
}

/** The oil holes of a housing, each against what is wanted of it. */
export function readHoles(snapshot: Snapshot, at: HousingSpot): HoleState[] {
  const section = sectionOf(snapshot)
  const placing = readPlacing(snapshot, at)
  const { depthMm } = readDrive(snapshot, at)
  if (!section || !placing) return []
  const boreMm = readHousing(snapshot, at).meanMm ?? at.of.boreMm
  return placing.holes.map((h, hole) => {
    const { bushingHoleMm, drillingMm, groove } = h
    const byDepth =
      depthMm === null
        ? null
        : openArea({
            bushingHoleMm,
            drillingMm,
            boreMm,
            turnedDeg: 0,
            depthErrorMm: depthMm - h.meetsAtMm,
            groove,
            wantedShare: section.wantedShare,
          })
    const proof = lastProof(snapshot, at, hole)
    const share = proof?.pinMm != null ? shareByPin(h, proof.pinMm) : proof?.light === 'dark' ? 0 : null
    const byLight = proof?.light ? proof.light === 'round' || (proof.light === 'part' && !!byDepth?.enough) : null
    const open = proof === undefined ? null : share !== null ? share >= section.wantedShare - 1e-9 : byLight
    return { hole, byDepth, proof, share, open }
  })
}

/** Housings whose bushing is not yet in, the rear one first. */
export const openHousings = (snapshot: Snapshot): HousingSpot[] =>
  housingsOf(snapshot)
    .reverse()
    .filter((h) => lastAt(snapshot, 'finished', h.place) === null)
