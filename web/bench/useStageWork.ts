import { computed, ref, type Ref } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Move } from '#core/job/move'
import type { Spot } from '#core/job/place'
import { questionOf } from '#core/sim/play-move'
import type { EngineAnswer } from '#core/sim/engine-answer'
import { useJob } from '../stores/job'
import { useActs } from './useActs'
import { useEngine } from './useEngine'
import { useStageKeys } from './useStageKeys'

/**
 * The hands of a stage whose moves are entries: the next move is done by one key, with the simulated
 * engine's answer where there is one, or by what a person enters in its dialog.
 *
 * @param own what is done otherwise on this stage, by its action
 * @param places where its work is done, if not at the cylinders
 */
export function useStageWork(
  move: () => Move,
  own: Record<string, () => void> = {},
  busy: () => boolean = () => false,
  places?: () => readonly Spot[],
) {
  const { t } = useI18n()
  const job = useJob()
  const { goOn, strike } = useActs()
  const engine = useEngine()
  const closing = ref<'close' | 'reopen' | null>(null)
  /** What is being entered; null where nothing is. */
  const asked: Ref<Move | null> = ref(null)
  const problem = computed(() => engine.problem.value ?? (engine.away.value ? t('simulated.away') : null))

  async function go(): Promise<void> {
    const now = move()
    const others: Record<string, () => void> = {
      'next-cylinder': () => (job.selected = now.cylinder!),
      'close-stage': () => (closing.value = 'close'),
      done: () => goOn(now),
      ...own,
    }
    const other = others[now.action]
    if (other) return other()
    if (now.button === null) return
    if (!(await engine.play(now)) && questionOf(now)) asked.value = now
  }
  /** What was entered in the dialog is done, and it is put away. */
  function answered(answer: EngineAnswer): void {
    if (asked.value) engine.enter(asked.value, answer)
    asked.value = null
  }
  useStageKeys(() => asked.value !== null || closing.value !== null || busy(), move, { n: () => void go() }, places)
  return { closing, asked, answered, go, engine, strike, problem }
}
