import { routeStages } from '../../job/route'
import { text, type Block } from '../../job/record-blocks'
import type { Snapshot } from '../../job/snapshot'
import { length, withUnit, word, type Told } from '../../job/told'
import type { WorkRecord } from '../work-record'
import { complaintBlocks, lastDeck, profileBlocks, record as asFound } from './as-found/record'
import { record as counterbores } from './counterbores/record'
import { record as cut } from './cut/record'
import { choices, record as decide } from './decide/record'
import { record as finalCheck } from './final-check/record'
import { record as fit } from './fit/record'
import { record as look } from './look/record'
import { record as parts } from './parts/record'
import { record as plan } from './plan/record'
import { record as protect } from './protect/record'
import { record as pull } from './pull/record'

/** For the owner: how the deck stands now, and what was chosen of what could be renewed. */
function stands(snapshot: Snapshot): Block[] {
  const { cylinders, stage } = lastDeck(snapshot).deck
  const { minMm, maxMm } = snapshot.sheet.limits
  const own = cylinders.filter((c) => c.window.of === 'shimmed')
  const [first] = own
  return [
    ...complaintBlocks(snapshot),
    ...profileBlocks(snapshot),
    text(
      word('owner.stand', {
        inside: cylinders.filter((c) => c.verdictAmong === 'in').length,
        of: cylinders.length,
        stage: word(`stage.${stage}`),
        min: length(minMm),
        max: withUnit(maxMm),
      }),
    ),
    // Which bores are judged by the window of a shim, where the sheet has one of its own.
    ...(first
      ? [
          text(
            word('owner.shimmed', {
              cylinders: own.map((c) => c.cylinder).join(' '),
              min: length(first.window.minMm),
              max: withUnit(first.window.maxMm),
            }),
          ),
        ]
      : []),
    ...choices(snapshot),
  ]
}

/** What was done, in a few lines an owner reads. */
function done({ cuts, shimFits, presses, sealFits }: Snapshot): Told[] {
  const at = (all: readonly { struck: unknown; cylinder: number }[]) =>
    [...new Set(all.filter((e) => !e.struck).map((e) => e.cylinder))].sort((a, b) => a - b).join(', ')
  const facts: [string, string][] = [
    ['owner.cut', at(cuts)],
    ['owner.shim', at(shimFits.filter((f) => f.shimId !== null))],
    ['owner.seals', at(sealFits.filter((s) => s.step === 'on'))],
    ['owner.pressed', at(presses)],
  ]
  return facts.filter(([, cylinders]) => cylinders !== '').map(([key, cylinders]) => word(key, { cylinders }))
}

/** The liner work on the record, stage by stage. */
export const record: WorkRecord<'liners'> = {
  stages: {
    'as-found': asFound,
    protect,
    pull,
    look,
    decide,
    counterbores,
    parts,
    'repair-plan': plan,
    cut,
    'trial-fit': () => [],
    fit,
    'final-check': finalCheck,
  },
  cautions: (s) => {
    const route = routeStages(s)
    return [
      'clamp',
      ...(route.includes('pull') ? ['pull'] : []),
      ...(route.includes('cut') ? ['chips'] : []),
      ...(s.shimFits.length > 0 ? ['chamfer'] : []),
      ...(route.includes('fit') ? ['seals'] : []),
    ]
  },
  owner: { stands, done },
}
