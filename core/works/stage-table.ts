/** Phases of a job, in the order of the trade: works interleave within them. */
export const phaseNames = ['strip', 'look', 'mend', 'build', 'run'] as const
export type PhaseName = (typeof phaseNames)[number]

/** Tools that a shop has few of, and its plan is laid for. */
export const toolNames = ['cutter', 'press', 'oven', 'bar'] as const
export type ToolName = (typeof toolNames)[number]

/** The collections at the top of a snapshot that lie under the signature of a stage. Those of later works lie grouped by their work, and under the stage their kind names. */
export const entryCollections = [
  'wearMarks',
  'placements',
  'plans',
  'tally',
  'cuts',
  'shimFits',
  'pulls',
  'findings',
  'photos',
  'grades',
  'decisions',
  'sealFits',
  'presses',
  'times',
] as const
export type EntryCollection = (typeof entryCollections)[number]

/** What is known of a stage. What is left out is nothing, no, or null. */
interface StageLine {
  name: string
  phase: PhaseName
  /** The work it belongs to: the name of its folder. */
  work: string
  /**
   * The choice at intake that brings it. `any` comes with every choice of its work; `every` stands
   * on every route.
   */
  choice: string
  /** It comes with a job of no choice at all, too: what is measured before anybody decides. */
  bare?: boolean
  /** Where its sets of readings are taken. */
  sets?: 'deck' | 'ledge' | 'place'
  /** Collections at the top of the snapshot that its signature covers, beside its sets. */
  rows?: readonly EntryCollection[]
  /** Of those, the ones that begin it: what is shared with another stage does not. */
  begins?: readonly EntryCollection[]
  /** Of those, the ones that say a place is done in it; left out: its sets do. */
  doneBy?: readonly EntryCollection[]
  /** A job may pass it by, although it stands on its route. */
  optional?: boolean
  /** A name is asked for before it is closed, even where all is done: what comes next cannot be taken back. */
  asks?: boolean
  /** It cannot be closed while one before it is open that no job may pass by. */
  waits?: boolean
  /** Stages that it rests on: they are not opened again while it is closed. */
  restsOn?: readonly string[]
  /** The tool it cannot do without. */
  tool?: ToolName
  /** Usual hours: to begin it, and for each place. What a shop books takes their place. */
  hours: { once: number; place: number }
  /** Hours after it that nobody can shorten. */
  waitAfterH?: number
}

/**
 * Every stage there is, in the one order of the trade: what the route, the gates, the signatures, the
 * hours and the plan of the shop know of it is read from its line. The record rests on all of them.
 */
// prettier-ignore
const table = [
  { name: 'find-leak', phase: 'strip', work: 'leaks', choice: 'find-leak', optional: true, hours: { once: 0.8, place: 0 } },
  { name: 'as-found', phase: 'strip', work: 'liners', choice: 'any', bare: true, sets: 'deck', hours: { once: 0.2, place: 0.1 } },
  // What the joint was like as it ran, before anything is moved.
  { name: 'deck-check', phase: 'strip', work: 'block', choice: 'deck', optional: true, hours: { once: 0.4, place: 0.1 } },
  { name: 'pistons-out', phase: 'strip', work: 'block', choice: 'pistons', optional: true, hours: { once: 0.5, place: 0.3 } },
  { name: 'protect', phase: 'strip', work: 'liners', choice: 'strip', rows: ['tally'], begins: ['tally'], optional: true, hours: { once: 0.3, place: 0.05 } },
  { name: 'pull', phase: 'strip', work: 'liners', choice: 'strip', rows: ['pulls'], begins: ['pulls'], doneBy: ['pulls'], optional: true, hours: { once: 0.5, place: 0.4 } },
  { name: 'sleeves-out', phase: 'strip', work: 'sleeves', choice: 'sleeves', hours: { once: 0.4, place: 0.4 } },
  // A camshaft comes out behind them.
  { name: 'damper-off', phase: 'strip', work: 'front', choice: 'front', hours: { once: 0.6, place: 0 } },
  { name: 'flywheel-off', phase: 'strip', work: 'front', choice: 'rear', hours: { once: 0.8, place: 0 } },
  { name: 'seal-out', phase: 'strip', work: 'front', choice: 'any', restsOn: ['damper-off', 'flywheel-off'], hours: { once: 0.3, place: 0.3 } },
  { name: 'cam-out', phase: 'strip', work: 'bushings', choice: 'bushings', restsOn: ['seal-out'], hours: { once: 0.8, place: 0.1 } },
  { name: 'bushings-out', phase: 'strip', work: 'bushings', choice: 'bushings', restsOn: ['cam-out'], hours: { once: 0.3, place: 0.15 } },
  { name: 'look', phase: 'look', work: 'liners', choice: 'strip', rows: ['findings', 'photos', 'grades'], begins: ['findings', 'grades'], doneBy: ['grades'], optional: true, hours: { once: 0.2, place: 0.2 } },
  // The owner's answer, and parts on their way.
  { name: 'decide', phase: 'look', work: 'liners', choice: 'strip', rows: ['decisions'], begins: ['decisions'], optional: true, restsOn: ['look'], hours: { once: 0.5, place: 0 }, waitAfterH: 4 },
  { name: 'sleeve-bores', phase: 'look', work: 'sleeves', choice: 'sleeves', restsOn: ['sleeves-out'], hours: { once: 0.2, place: 0.15 } },
  { name: 'barrel-measure', phase: 'look', work: 'barrels', choice: 'barrels', hours: { once: 0.2, place: 0.3 } },
  { name: 'counterbores', phase: 'mend', work: 'liners', choice: 'ledges', sets: 'ledge', rows: ['wearMarks'], optional: true, hours: { once: 0.3, place: 0.2 } },
  { name: 'parts', phase: 'mend', work: 'liners', choice: 'ledges', optional: true, hours: { once: 0.2, place: 0.15 } },
  { name: 'repair-plan', phase: 'mend', work: 'liners', choice: 'ledges', rows: ['plans'], begins: ['plans'], optional: true, restsOn: ['counterbores', 'parts'], asks: true, hours: { once: 0.3, place: 0 } },
  { name: 'cut', phase: 'mend', work: 'liners', choice: 'ledges', rows: ['cuts', 'shimFits', 'placements'], optional: true, restsOn: ['counterbores', 'repair-plan'], tool: 'cutter', hours: { once: 0.5, place: 0.8 } },
  // After all cutting and washing of the block: what lies behind a bushing cannot be washed out.
  { name: 'galleries', phase: 'mend', work: 'bushings', choice: 'bushings', restsOn: ['bushings-out', 'cut'], hours: { once: 1, place: 0.1 } },
  { name: 'bushing-map', phase: 'mend', work: 'bushings', choice: 'bushings', restsOn: ['cam-out', 'bushings-out'], hours: { once: 0.2, place: 0.1 } },
  { name: 'barrel-fit', phase: 'mend', work: 'barrels', choice: 'barrels', restsOn: ['barrel-measure'], tool: 'bar', hours: { once: 0.5, place: 1.5 } },
  { name: 'barrel-sleeve', phase: 'mend', work: 'barrels', choice: 'barrels', restsOn: ['barrel-fit'], tool: 'oven', hours: { once: 0.8, place: 0.4 } },
  { name: 'barrel-bore', phase: 'mend', work: 'barrels', choice: 'barrels', restsOn: ['barrel-sleeve', 'barrel-measure'], tool: 'bar', hours: { once: 0.5, place: 1.5 } },
  { name: 'barrel-ready', phase: 'build', work: 'barrels', choice: 'barrels', restsOn: ['barrel-bore'], hours: { once: 0.2, place: 0.3 } },
  { name: 'trial-fit', phase: 'build', work: 'liners', choice: 'dry-fit', sets: 'deck', rows: ['cuts', 'shimFits', 'placements'], restsOn: ['cut'], asks: true, hours: { once: 0.5, place: 0.3 } },
  { name: 'bushings-in', phase: 'build', work: 'bushings', choice: 'bushings', restsOn: ['galleries', 'bushing-map', 'trial-fit'], hours: { once: 0.4, place: 0.35 } },
  { name: 'cam-spin', phase: 'build', work: 'bushings', choice: 'bushings', restsOn: ['bushings-in'], hours: { once: 0.8, place: 0 } },
  { name: 'fit', phase: 'build', work: 'liners', choice: 'seals', rows: ['sealFits', 'presses'], begins: ['sealFits', 'presses'], doneBy: ['presses'], waits: true, restsOn: ['cut', 'trial-fit'], tool: 'press', hours: { once: 0.5, place: 0.35 } },
  { name: 'final-check', phase: 'build', work: 'liners', choice: 'check', sets: 'deck', waits: true, restsOn: ['cut', 'trial-fit', 'fit'], asks: true, hours: { once: 0.3, place: 0.12 } },
  { name: 'cover', phase: 'build', work: 'front', choice: 'any', restsOn: ['seal-out', 'cam-spin'], hours: { once: 0.4, place: 0.6 } },
  { name: 'seal-in', phase: 'build', work: 'front', choice: 'any', restsOn: ['cover'], hours: { once: 0.2, place: 0.4 } },
  { name: 'flywheel-on', phase: 'build', work: 'front', choice: 'rear', restsOn: ['seal-in'], hours: { once: 1, place: 0 } },
  { name: 'damper-on', phase: 'build', work: 'front', choice: 'front', restsOn: ['seal-in'], hours: { once: 0.8, place: 0 } },
  { name: 'tdc', phase: 'build', work: 'front', choice: 'front', restsOn: ['damper-on'], hours: { once: 0.4, place: 0 } },
  { name: 'face-seal', phase: 'build', work: 'faces', choice: 'face-seals', hours: { once: 0.3, place: 1 } },
  { name: 'sleeves-in', phase: 'build', work: 'sleeves', choice: 'sleeves', restsOn: ['sleeves-out', 'sleeve-bores'], hours: { once: 0.4, place: 0.35 } },
  { name: 'coolant-test', phase: 'build', work: 'sleeves', choice: 'sleeves', restsOn: ['sleeves-in'], hours: { once: 0.6, place: 0 } },
  { name: 'tips', phase: 'build', work: 'sleeves', choice: 'tips', restsOn: ['sleeves-in', 'coolant-test'], hours: { once: 0.2, place: 0.25 } },
  { name: 'gas-test', phase: 'run', work: 'sleeves', choice: 'tips', restsOn: ['tips'], hours: { once: 0.3, place: 0.05 } },
  // What it came in with, measured again.
  { name: 'first-run', phase: 'run', work: 'leaks', choice: 'first-run', restsOn: ['gas-test', 'cam-spin', 'flywheel-on', 'tdc', 'face-seal', 'barrel-ready'], hours: { once: 0.5, place: 0 } },
  { name: 'record', phase: 'run', work: 'job', choice: 'every', rows: entryCollections, waits: true, asks: true, hours: { once: 0.3, place: 0 } },
] as const satisfies readonly StageLine[]

type Line = (typeof table)[number]
export type StageName = Line['name']
/** A kind of work: liners, and what every job has. Each is a folder of this name. */
export type WorkName = Line['work']
/** What is chosen at intake; the route is made of it. Once stored, for ever. */
export type WorkChoice = Exclude<Line['choice'], 'any' | 'every'>
/** The stages of a work. */
export type StageOf<W extends WorkName> = Extract<Line, { work: W }>['name']
/** The stages in which sets of readings are taken at stations: on the deck, on the ledge, at places of another work. */
export type SetStage = Extract<Line, { sets: string }>['name']
/** The stages in which protrusion is measured on the deck. */
export type MeasuredStage = Extract<Line, { sets: 'deck' }>['name']

interface TypedLine extends Required<Omit<StageLine, 'name' | 'work' | 'choice' | 'restsOn' | 'sets' | 'tool'>> {
  name: StageName
  work: WorkName
  choice: Line['choice']
  restsOn: readonly StageName[]
  sets: 'deck' | 'ledge' | 'place' | null
  tool: ToolName | null
}
const nothing = {
  sets: null,
  rows: [],
  begins: [],
  doneBy: [],
  optional: false,
  bare: false,
  asks: false,
  waits: false,
  restsOn: [],
  tool: null,
  waitAfterH: 0,
}
const lines: readonly TypedLine[] = table.map((line) => ({ ...nothing, ...line }))

/** The line of a stage. */
export const stageLine = Object.fromEntries(lines.map((l) => [l.name, l])) as Readonly<Record<StageName, TypedLine>>

const namesOf = (test: (line: TypedLine) => boolean): readonly StageName[] => lines.filter(test).map((l) => l.name)
const once = <T>(all: readonly T[]): T[] => [...new Set(all)]

/** The stages of every job there can be, in the order of the trade. */
export const stageNames = namesOf(() => true)
export const setStages = namesOf((l) => l.sets !== null) as readonly SetStage[]
export const measuredStages = namesOf((l) => l.sets === 'deck') as readonly MeasuredStage[]
/** Stages that a job may pass by, although they stand on its route. */
export const optionalStages = namesOf((l) => l.optional)
/** Every work there is, what all jobs have (`job`) included. */
export const workNames: readonly WorkName[] = once(lines.map((l) => l.work))
/** Everything that can be chosen at intake, in the order of the trade. */
export const workChoices: readonly WorkChoice[] = once(lines.map((l) => l.choice)).filter(
  (c) => c !== 'any' && c !== 'every',
)
/** What can be chosen of one work. */
export const choicesOf = (work: WorkName): WorkChoice[] =>
  workChoices.filter((c) => lines.some((l) => l.work === work && l.choice === c))

/** The stages of a job with these choices, in the order of the trade. */
export function stagesOf(choices: readonly WorkChoice[]): StageName[] {
  const key = choices.join()
  const there = stagesBy.get(key) ?? stagesChosen(choices)
  if (stagesBy.size < MOST_KEPT) stagesBy.set(key, there)
  return [...there]
}
/** Every gate and every move asks for them; jobs differ in few ways. */
const stagesBy = new Map<string, readonly StageName[]>()
const MOST_KEPT = 500
function stagesChosen(choices: readonly WorkChoice[]): StageName[] {
  // The run at the end comes with every work, and chooses none.
  const none = choices.every((c) => c === 'first-run')
  const has = ({ work, choice, bare }: TypedLine) => {
    if (choice === 'every' || (bare && none)) return true
    if (choice === 'any') return choicesOf(work).some((c) => choices.includes(c))
    return choices.includes(choice)
  }
  return lines.filter(has).map((l) => l.name)
}

/** The works of a job with these choices, what all jobs have included. */
export function worksOf(choices: readonly WorkChoice[]): WorkName[] {
  return once(stagesOf(choices).map((s) => stageLine[s].work))
}

/** The stages that rest on this one, the record included, which rests on every one. */
export function restingOn(stage: StageName): StageName[] {
  return lines
    .filter((l) => l.restsOn.includes(stage) || (l.name === 'record' && stage !== 'record'))
    .map((l) => l.name)
}
