import type { Move } from '#core/job/move'
import type { Snapshot } from '#core/job/snapshot'
import type { EngineQuestion } from '#core/sim/unit-truth'
import { feels, oldLooks, wipeFinds } from '#core/works/bushings/kinds'
import { codesFor, drillingFromFaceMm, housingAt, sectionOf } from '#core/works/bushings/read-bushings'
import type { AskDraft, AskField, Tell } from './ask-field'

const STEPS = 8
const showsCopper = ({ looks }: AskDraft) => looks === 'copper' || looks === 'layers' || looks === 'folded'

/** What is asked at the camshaft and its housings; empty where the question is none of theirs. */
export function bushingFields(question: EngineQuestion, move: Move, snapshot: Snapshot, t: Tell): AskField[] {
  const h = housingAt(snapshot, move.place)
  const section = sectionOf(snapshot)
  const about = (aboutMm: number | undefined) => (aboutMm === undefined ? {} : { aboutMm })
  const twoWays = (key: string, label: string, aboutMm: number | undefined): AskField[] => [
    { key: `${key}.0`, is: 'length', label, ...about(aboutMm) },
    { key: `${key}.1`, is: 'length', label: '', ...about(aboutMm) },
  ]
  const floats = (optional: boolean): AskField[] => [
    { key: 'endFloatMm', is: 'length', label: t('cam.end-float'), optional },
    { key: 'backlashMm', is: 'length', label: t('cam.backlash'), optional },
  ]
  const codes = h ? codesFor(snapshot, h.n) : []
  const all: Record<string, () => AskField[]> = {
    cam: () => [
      ...floats(true),
      { key: 'photographed', is: 'check', label: t('cam.photographed'), usual: false, optional: true },
      { key: 'followersUp', is: 'check', label: t('cam.followers-up'), usual: false, optional: true },
    ],
    journal: () => twoWays('mm', t('cam.journal-ways'), h?.of.journalMm),
    'old-bushing': () => [
      { key: 'looks', is: 'choice', label: t('cam.looks-label'), options: oldLooks, words: 'cam.looks', usual: 'grey' },
      { key: 'copperShare', is: 'percent', label: t('cam.copper-share'), optional: true, when: showsCopper },
      { key: 'copperOClock', is: 'number', label: t('cam.copper-at'), optional: true, when: showsCopper },
      { key: 'holeInLine', is: 'check', label: t('cam.hole-in-line'), usual: true, optional: true },
    ],
    wipe: () => [
      { key: 'found', is: 'choice', label: t('cam.wipe-label'), options: wipeFinds, words: 'cam.wipe', usual: 'clean' },
    ],
    housing: () => [
      ...twoWays('boreMm', t('cam.bore-ways'), h?.of.boreMm),
      ...(h?.of.drillings ?? []).map((d, i): AskField => ({
        key: `drillingsMm.${i}`,
        is: 'length',
        label: t('cam.drilling', { feeds: d.feeds }),
        optional: true,
        aboutMm: drillingFromFaceMm(snapshot, h!, i),
      })),
    ],
    bushing: () => [
      { key: 'code', is: 'code', label: t('cam.code'), codes: codes.map((c) => c.code) },
      { key: 'outerMm', is: 'length', label: t('cam.outer'), ...about(codes[0]?.outerMm) },
    ],
    depth: () => [
      ...(move.action === 'strike'
        ? [{ key: 'blows', is: 'number', label: t('cam.blows-all'), usual: Number(move.figures.total) } as const]
        : []),
      { key: 'edgeMm', is: 'length', label: t('cam.depth-in') },
    ],
    hole: () => [
      { key: 'by', is: 'choice', label: t('cam.proven-by'), options: ['pin', 'light'], words: 'cam.by', usual: 'pin' },
      { key: 'pinMm', is: 'length', label: `${t('cam.pin')} (${t('cam.pin-none')})`, when: (d) => d.by === 'pin' },
      {
        key: 'light',
        is: 'choice',
        label: t('cam.light'),
        options: ['round', 'part', 'dark'],
        words: 'cam.lights',
        usual: 'round',
        when: (d) => d.by === 'light',
      },
    ],
    spin: () => [
      { key: 'by', is: 'choice', label: '', options: ['scale', 'hand'], words: 'cam.turned-by', usual: 'scale' },
      { key: 'armMm', is: 'rough', label: t('cam.arm'), when: (d) => d.by === 'scale' },
      ...Array.from({ length: STEPS }, (_, i): AskField => ({
        key: `pullsN.${i}`,
        is: 'number',
        label: t('cam.pull', { deg: (i * 360) / STEPS }),
        when: (d) => d.by === 'scale',
      })),
      {
        key: 'feel',
        is: 'choice',
        label: '',
        options: feels,
        words: 'cam.feel',
        usual: 'free',
        when: (d) => d.by === 'hand',
      },
    ],
    bluing: () => [
      { key: 'marks', is: 'check', label: t('cam.blue-marks'), usual: false, optional: true },
      { key: 'oClock', is: 'number', label: t('cam.blue-at'), when: (d) => d.marks === true },
    ],
    'cam-again': () => floats(section === null),
  }
  return all[question.ask]?.() ?? []
}
