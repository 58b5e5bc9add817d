/** Phases of a job, in the order of the trade: works interleave within them. */
export const phaseNames = ['strip', 'look', 'mend', 'build', 'run'] as const
export type PhaseName = (typeof phaseNames)[number]

/** The work that is chosen at intake; the route is made of it. */
export const workNames = ['strip', 'ledges', 'dry-fit', 'seals', 'check'] as const
export type WorkName = (typeof workNames)[number]

/** Tools that a shop has few of, and its plan is laid for. */
export const toolNames = ['cutter', 'press'] as const
export type ToolName = (typeof toolNames)[number]

/** Every kind of entry that lies under the seal of a stage, by its collection in the snapshot. */
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

interface StageLine {
  name: string
  phase: PhaseName
  /** The choice at intake that brings it; `every` stands on every route. */
  work: WorkName | 'every'
  /** Where its sets of readings are taken; null where none are. */
  sets: 'deck' | 'ledge' | null
  /** Entries that its seal covers, beside its sets. */
  rows: readonly EntryCollection[]
  /** Of those, the ones that begin it: what is shared with another stage does not. */
  begins: readonly EntryCollection[]
  /** A job may pass it by, although it stands on its route. */
  optional: boolean
  /** It cannot be closed while one before it is open that no job may pass by. */
  waits: boolean
  /** Stages that it rests on: they are not opened again while it is closed. */
  restsOn: readonly string[]
  /** The tool it cannot do without. */
  tool: ToolName | null
  /** Usual hours: to begin it, and for each bore. What a shop books takes their place. */
  hours: { once: number; bore: number }
  /** Hours after it that nobody can shorten. */
  waitAfterH: number
}

/**
 * Every stage there is, in the one order of the trade: what the route, the gates, the seals, the
 * hours and the plan of the shop know of it is read from its line. The record rests on all of them.
 */
const table = [
  {
    name: 'as-found',
    phase: 'look',
    work: 'every',
    sets: 'deck',
    rows: [],
    begins: [],
    optional: false,
    waits: false,
    restsOn: [],
    tool: null,
    hours: { once: 0.2, bore: 0.1 },
    waitAfterH: 0,
  },
  {
    name: 'protect',
    phase: 'strip',
    work: 'strip',
    sets: null,
    rows: ['tally'],
    begins: ['tally'],
    optional: true,
    waits: false,
    restsOn: [],
    tool: null,
    hours: { once: 0.3, bore: 0.05 },
    waitAfterH: 0,
  },
  {
    name: 'pull',
    phase: 'strip',
    work: 'strip',
    sets: null,
    rows: ['pulls'],
    begins: ['pulls'],
    optional: true,
    waits: false,
    restsOn: [],
    tool: null,
    hours: { once: 0.5, bore: 0.4 },
    waitAfterH: 0,
  },
  {
    name: 'look',
    phase: 'look',
    work: 'strip',
    sets: null,
    rows: ['findings', 'photos', 'grades'],
    begins: ['findings', 'grades'],
    optional: true,
    waits: false,
    restsOn: [],
    tool: null,
    hours: { once: 0.2, bore: 0.2 },
    waitAfterH: 0,
  },
  // The owner's answer, and parts on their way.
  {
    name: 'decide',
    phase: 'look',
    work: 'strip',
    sets: null,
    rows: ['decisions'],
    begins: ['decisions'],
    optional: true,
    waits: false,
    restsOn: ['look'],
    tool: null,
    hours: { once: 0.5, bore: 0 },
    waitAfterH: 4,
  },
  {
    name: 'counterbores',
    phase: 'mend',
    work: 'ledges',
    sets: 'ledge',
    rows: ['wearMarks'],
    begins: [],
    optional: true,
    waits: false,
    restsOn: [],
    tool: null,
    hours: { once: 0.3, bore: 0.2 },
    waitAfterH: 0,
  },
  {
    name: 'parts',
    phase: 'mend',
    work: 'ledges',
    sets: null,
    rows: [],
    begins: [],
    optional: true,
    waits: false,
    restsOn: [],
    tool: null,
    hours: { once: 0.2, bore: 0.15 },
    waitAfterH: 0,
  },
  {
    name: 'repair-plan',
    phase: 'mend',
    work: 'ledges',
    sets: null,
    rows: ['plans'],
    begins: ['plans'],
    optional: true,
    waits: false,
    restsOn: ['counterbores', 'parts'],
    tool: null,
    hours: { once: 0.3, bore: 0 },
    waitAfterH: 0,
  },
  {
    name: 'cut',
    phase: 'mend',
    work: 'ledges',
    sets: null,
    rows: ['cuts', 'shimFits', 'placements'],
    begins: [],
    optional: true,
    waits: false,
    restsOn: ['counterbores', 'repair-plan'],
    tool: 'cutter',
    hours: { once: 0.5, bore: 0.8 },
    waitAfterH: 0,
  },
  {
    name: 'trial-fit',
    phase: 'build',
    work: 'dry-fit',
    sets: 'deck',
    rows: ['cuts', 'shimFits', 'placements'],
    begins: [],
    optional: false,
    waits: false,
    restsOn: ['cut'],
    tool: null,
    hours: { once: 0.5, bore: 0.3 },
    waitAfterH: 0,
  },
  {
    name: 'fit',
    phase: 'build',
    work: 'seals',
    sets: null,
    rows: ['sealFits', 'presses'],
    begins: ['sealFits', 'presses'],
    optional: false,
    waits: true,
    restsOn: ['cut', 'trial-fit'],
    tool: 'press',
    hours: { once: 0.5, bore: 0.35 },
    waitAfterH: 0,
  },
  {
    name: 'final-check',
    phase: 'build',
    work: 'check',
    sets: 'deck',
    rows: [],
    begins: [],
    optional: false,
    waits: true,
    restsOn: ['cut', 'trial-fit', 'fit'],
    tool: null,
    hours: { once: 0.3, bore: 0.12 },
    waitAfterH: 0,
  },
  {
    name: 'record',
    phase: 'run',
    work: 'every',
    sets: null,
    rows: entryCollections,
    begins: [],
    optional: false,
    waits: true,
    restsOn: [],
    tool: null,
    hours: { once: 0.3, bore: 0 },
    waitAfterH: 0,
  },
] as const satisfies readonly StageLine[]

type Line = (typeof table)[number]
export type StageName = Line['name']
/** The stages in which sets of readings are taken at stations: on the deck, or on the ledge. */
export type SetStage = Extract<Line, { sets: 'deck' | 'ledge' }>['name']
/** The stages in which protrusion is measured on the deck. */
export type MeasuredStage = Extract<Line, { sets: 'deck' }>['name']

type TypedLine = Omit<StageLine, 'name' | 'restsOn'> & { name: StageName; restsOn: readonly StageName[] }
const lines: readonly TypedLine[] = table

/** The line of a stage. */
export const stageLine: Readonly<Record<StageName, TypedLine>> = Object.fromEntries(
  lines.map((l) => [l.name, l]),
) as Record<StageName, TypedLine>

const namesOf = (test: (line: TypedLine) => boolean): readonly StageName[] => lines.filter(test).map((l) => l.name)

/** The stages of every job there can be, in the order of the trade. */
export const stageNames = namesOf(() => true)
export const setStages = namesOf((l) => l.sets !== null) as readonly SetStage[]
export const measuredStages = namesOf((l) => l.sets === 'deck') as readonly MeasuredStage[]
/** Stages that a job may pass by, although they stand on its route. */
export const optionalStages = namesOf((l) => l.optional)

/** The stages of a job with this work, in the order of the trade. */
export function stagesOf(work: readonly WorkName[]): StageName[] {
  return lines.filter((l) => l.work === 'every' || work.includes(l.work)).map((l) => l.name)
}

/** The stages that rest on this one, the record included, which rests on every one. */
export function restingOn(stage: StageName): StageName[] {
  return lines
    .filter((l) => l.restsOn.includes(stage) || (l.name === 'record' && stage !== 'record'))
    .map((l) => l.name)
}
