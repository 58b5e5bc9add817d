import type { Move } from '#core/job/move'
import type { Block } from '#core/job/record-blocks'
import type { Snapshot } from '#core/job/snapshot'
import type { WorkRecord } from '#core/works/work-record'
import { stageLogic } from '#core/works/logic'
import type { StageLogic } from '#core/works/stage-logic'
import type { StageName } from '#core/works/stage-table'

/** A fault that is put into the product for a moment: walks that do not find it look at nothing. */
export interface Plant {
  /** Which of the six kinds of faults it is: two voices, unjudged, advice that serves nothing, no way on, a fact lost, which instrument. */
  root: 1 | 2 | 3 | 4 | 5 | 6
  name: string
  /** The work whose walks must find it, by its name. */
  work: string
  /** @returns the logic and the records as they are to be walked with, and what takes it out again */
  plant: (parts: readonly WorkRecord[]) => { parts: readonly WorkRecord[]; undo: () => void }
}

/** Another logic of a stage, until it is undone. */
function changed(stage: StageName, change: (own: StageLogic) => Partial<StageLogic>) {
  return (parts: readonly WorkRecord[]) => {
    const own = { ...stageLogic[stage] }
    Object.assign(stageLogic[stage], change(own))
    return { parts, undo: () => void Object.assign(stageLogic[stage], own) }
  }
}
/** The gate does not name what the bar tells. */
const gateLacks = (stage: StageName, code: string) =>
  changed(stage, (own) => ({ problems: (s, at) => own.problems(s, at).filter((p) => p.code !== code) }))
/** The bar offers to close whatever stands. */
const barClosesOver = (stage: StageName, reason: string) =>
  changed(stage, (own) => ({
    move: (s, hand) => {
      const move = own.move(s, hand)
      return move.reason === reason ? closing(move) : move
    },
  }))
const closing = (move: Move): Move => ({ ...move, action: 'close-stage', head: 'close-stage', button: 'close-stage' })
/** What is hard is told as soft. */
const madeSoft = (stage: StageName, code: string) =>
  changed(stage, (own) => ({
    problems: (s, at) => own.problems(s, at).map((p) => (p.code === code ? { ...p, soft: true } : p)),
  }))
/** Bar and gate see a job in which some figures are as good as can be. */
const blind = (stage: StageName, see: (s: Snapshot) => Snapshot) =>
  changed(stage, (own) => ({
    move: (s, hand) => own.move(see(s), hand),
    problems: (s, at) => own.problems(see(s), at),
  }))
/** An entry of a stage is refused whatever it is. */
const refuses = (stage: StageName, what: string) =>
  changed(stage, (own) => ({
    refuse: (s, act, at) =>
      act.what === what ? { code: 'out-of-order', details: ['planted'] } : (own.refuse?.(s, act, at) ?? null),
  }))
/** A sentence of the bar lacks its figures. */
const wordless = (stage: StageName, action: string) =>
  changed(stage, (own) => ({
    move: (s, hand) => {
      const move = own.move(s, hand)
      return move.action === action ? { ...move, figures: {}, cylinder: null, place: null } : move
    },
  }))
/** The record of the job without some of its lines. */
const recordLacks =
  (test: (told: string) => boolean) =>
  (parts: readonly WorkRecord[]): { parts: readonly WorkRecord[]; undo: () => void } => ({
    undo: () => undefined,
    parts: parts.map((part) => ({
      ...part,
      stages: Object.fromEntries(
        Object.entries(part.stages).map(([stage, of]) => [
          stage,
          (s: Snapshot) =>
            (of as (s: Snapshot) => Block[])(s).map((block) =>
              block.is === 'list'
                ? { ...block, lines: block.lines.filter((line) => !test(JSON.stringify(line))) }
                : block.is === 'table' && test(block.name)
                  ? { ...block, rows: [] }
                  : block,
            ),
        ]),
      ) as never,
    })),
  })

const mapped = <W extends keyof Snapshot['works']>(
  s: Snapshot,
  work: W,
  change: (own: NonNullable<Snapshot['works'][W]>) => NonNullable<Snapshot['works'][W]>,
): Snapshot => (s.works[work] ? { ...s, works: { ...s.works, [work]: change(s.works[work]) } } : s)

const [compressor, leak, cam, ends, faces, deck, sleeves] = [
  'the yard compressor',
  'a leak that is looked for',
  'cam bushings',
  'both ends of a crank',
  'face seals of a gearbox',
  'deck, gasket and pistons',
  'injector sleeves',
]

/** Faults of the kinds that were found in the product, each put in by itself. */
export const plants: readonly Plant[] = [
  { root: 1, name: 'the gate does not know a wet hole', work: sleeves!, plant: gateLacks('coolant-test', 'wet') },
  {
    root: 1,
    name: 'the bar calls a tip good that nobody measured',
    work: sleeves!,
    plant: barClosesOver('tips', 'tells'),
  },
  {
    root: 1,
    name: 'the gate does not know a passage that was not wiped clean',
    work: cam!,
    plant: gateLacks('galleries', 'not-clean'),
  },
  {
    root: 1,
    name: 'a barrel that is to be measured is offered for closing',
    work: compressor!,
    plant: barClosesOver('barrel-measure', 'three-by-two'),
  },
  {
    root: 1,
    name: 'a sleeve that is not in may be answered for',
    work: sleeves!,
    plant: madeSoft('sleeves-in', 'sleeve-not-in'),
  },
  {
    root: 1,
    name: 'the bar of the ring does not say which cylinder',
    work: deck!,
    plant: wordless('deck-check', 'ring'),
  },
  {
    root: 2,
    name: 'the pressure of the test is not judged',
    work: sleeves!,
    plant: blind('coolant-test', (s) =>
      mapped(s, 'sleeves', (own) => ({
        ...own,
        holds: own.holds.map((h) => ({ ...h, startKPa: s.sheet.sections.sleeves?.test.kPa ?? h.startKPa })),
        held: own.held.map((h) => ({ ...h, endKPa: s.sheet.sections.sleeves?.test.kPa ?? h.endKPa })),
      })),
    ),
  },
  {
    root: 2,
    name: 'where a tip stands is taken without its limit',
    work: sleeves!,
    plant: blind('tips', (s) =>
      mapped(s, 'sleeves', (own) => {
        const { tip } = s.sheet.sections.sleeves!
        return { ...own, tips: own.tips.map((t) => ({ ...t, valueMm: (tip.minMm + tip.maxMm) / 2, uncertaintyMm: 0 })) }
      }),
    ),
  },
  {
    root: 2,
    name: 'the depth of a seal is taken without its range',
    work: ends!,
    plant: gateLacks('seal-in', 'seal-depth-out'),
  },
  {
    root: 2,
    name: 'a gap under the straight edge is taken without its limit',
    work: deck!,
    plant: blind('deck-check', (s) =>
      mapped(s, 'block', (own) => ({ ...own, flats: own.flats.map((f) => ({ ...f, gapMm: 0, notMm: null })) })),
    ),
  },
  {
    root: 2,
    name: 'a journal is taken without its limit',
    work: cam!,
    plant: gateLacks('cam-out', 'journal-out'),
  },
  {
    root: 3,
    name: 'a bushing that no clearance serves is offered for closing',
    work: cam!,
    plant: gateLacks('bushing-map', 'wrong-bushing'),
  },
  {
    root: 3,
    name: 'a sleeve that lets go hot is called good',
    work: compressor!,
    plant: gateLacks('barrel-fit', 'sleeve-not-fitted'),
  },
  {
    root: 4,
    name: 'the washer under an injector is never taken',
    work: sleeves!,
    plant: refuses('tips', 'fit-washer'),
  },
  { root: 4, name: 'a shaft never comes out', work: cam!, plant: refuses('cam-out', 'cam-shaft-out') },
  { root: 4, name: 'a pad is never drawn in', work: faces!, plant: refuses('face-seal', 'nut-round') },
  {
    root: 5,
    name: 'the record loses what was read of a barrel',
    work: compressor!,
    plant: recordLacks((told) => told.includes('act.measure-barrel') || told === 'barrels'),
  },
  {
    root: 5,
    name: 'the record loses the words with which a stage was closed',
    work: leak!,
    plant: recordLacks((told) => told.includes('as it is') || told.includes('taken as it is')),
  },
  {
    root: 5,
    name: 'the record loses what was struck out',
    work: ends!,
    plant: recordLacks((told) => told.includes('"reason":"mistake"')),
  },
  {
    root: 6,
    name: 'the record does not name what it was measured with',
    work: sleeves!,
    plant: recordLacks((told) => told.includes('record.gauge-')),
  },
  {
    root: 1,
    name: 'a liner that lies outside dry is named by nobody',
    work: 'wet liners',
    plant: gateLacks('trial-fit', 'out'),
  },
  {
    root: 4,
    name: 'closing of the seals is offered over a ring that is missing',
    work: 'wet liners',
    plant: barClosesOver('fit', 'never-dry'),
  },
]
