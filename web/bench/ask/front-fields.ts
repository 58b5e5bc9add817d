import type { Move } from '#core/job/move'
import type { Snapshot } from '#core/job/snapshot'
import type { EngineQuestion } from '#core/sim/unit-truth'
import { centringWays, faceLooks, removalWays, rubberLooks, teethLooks, trackFeels } from '#core/works/front/kinds'
import { endAt, sectionOf } from '#core/works/front/read-front'
import type { AskField, Tell } from './ask-field'

/** A bore is swept at so many stations, clockwise from up. */
const SWEEP = 8

/** What is asked at the ends of the crank; empty where the question is none of theirs. */
export function frontFields(question: EngineQuestion, move: Move, snapshot: Snapshot, t: Tell): AskField[] {
  const end = endAt(snapshot, move.place)
  const damper = sectionOf(snapshot)?.damper ?? null
  const about = (aboutMm: number | undefined) => (aboutMm === undefined ? {} : { aboutMm })
  const pair = (key: string, label: string, aboutMm: number | undefined): AskField[] => [
    { key: `${key}.0`, is: 'length', label, ...about(aboutMm) },
    { key: `${key}.1`, is: 'length', label: '', ...about(aboutMm) },
  ]
  const number = (key: string, label: string, usual?: number): AskField => ({
    key,
    is: 'number',
    label,
    ...(usual === undefined ? {} : { usual }),
  })
  const round = Array.from({ length: SWEEP }, (_, i): AskField => ({
    key: `sweepMm.${i}`,
    is: 'length',
    label: t('front.sweep-at', { hour: ((i * 12) / SWEEP || 12).toString() }),
  }))
  const choice = (key: string, label: string, options: readonly string[], words: string): AskField => ({
    key,
    is: 'choice',
    label,
    options,
    words,
    usual: options[0]!,
  })
  const all: Record<string, () => AskField[]> = {
    flywheel: () => [
      choice('face', t('front.wheel-face-label'), faceLooks, 'front.wheel-face'),
      choice('teeth', t('front.teeth-label'), teethLooks, 'front.teeth'),
    ],
    'fly-sweep': () => round,
    damper: () => [
      ...(damper?.kind === 'fluid'
        ? [
            { ...number('ranH', t('front.hours-run')), optional: true },
            { key: 'dented', is: 'check', label: t('front.dented'), usual: false, optional: true } as const,
          ]
        : [number('indexDeg', t('front.index'))]),
      { key: 'runoutMm', is: 'length', label: t('front.rim-runout'), optional: true },
      {
        key: 'rubber',
        is: 'choice',
        label: t('front.rubber-label'),
        options: rubberLooks,
        words: 'front.rubber',
        usual: 'sound',
        when: () => damper?.kind !== 'fluid',
      },
    ],
    'seal-way': () => [
      {
        key: 'way',
        is: 'choice',
        label: t('front.way-label'),
        options: removalWays,
        words: 'front.way',
        usual: 'puller',
      },
      { key: 'scratched', is: 'check', label: t('front.scratched'), usual: false, optional: true },
    ],
    track: () => [
      {
        key: 'feel',
        is: 'choice',
        label: t('front.feel-label'),
        options: trackFeels,
        words: 'front.feel',
        usual: 'none',
      },
      { key: 'fromMm', is: 'length', label: t('front.track-from'), when: (d) => d.feel !== 'none' },
      { key: 'toMm', is: 'length', label: t('front.track-to'), when: (d) => d.feel !== 'none' },
      { key: 'trackMm', is: 'length', label: t('front.track-depth'), optional: true, when: (d) => d.feel !== 'none' },
    ],
    sweep: () => [
      {
        key: 'centredBy',
        is: 'choice',
        label: t('front.centred-label'),
        options: centringWays,
        words: 'front.centred',
        says: 'front.centred-says',
        usual: 'dial',
      },
      ...round,
      { key: 'leftStepMm', is: 'length', label: t('front.rail-left') },
      { key: 'rightStepMm', is: 'length', label: t('front.rail-right') },
    ],
    seal: () => [
      { key: 'outerMm', is: 'length', label: t('front.seal-outer'), ...about(end?.of.seal.outerMm) },
      { key: 'innerMm', is: 'length', label: t('front.seal-inner'), ...about(end?.of.seal.innerMm) },
    ],
    'seal-depth': () =>
      [12, 3, 6, 9].map((hour, i): AskField => ({
        key: `edgesMm.${i}`,
        is: 'length',
        label: t('front.depth-label', { hour }),
      })),
    hub: () => [...pair('hubMm', t('front.hub'), damper?.noseMm), ...pair('noseMm', t('front.nose'), damper?.noseMm)],
    oven: () => [number('ovenC', t('front.oven'), damper?.maxHeatC), number('ambientC', t('front.ambient'), 20)],
    air: () => [
      { key: 'startKPa', is: 'pressure', label: t('face.air-start') },
      { key: 'endKPa', is: 'pressure', label: t('face.air-end') },
    ],
    travel: () => [
      { key: 'beforeMm', is: 'length', label: t('front.before') },
      { key: 'afterMm', is: 'length', label: t('front.after') },
    ],
    top: () => [
      number('forwardDeg', t('front.stop-forward')),
      number('backwardDeg', t('front.stop-backward')),
      number('markDeg', t('front.mark')),
    ],
  }
  return all[question.ask]?.() ?? []
}
