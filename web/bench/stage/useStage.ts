import { computed, onBeforeUnmount, onMounted, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRouter } from 'vue-router'
import { nextAsk } from '#core/job/ask'
import type { Move } from '#core/job/move'
import { atCylinder, sameSpot, type Spot } from '#core/job/place'
import { isClosed } from '#core/job/route'
import type { Snapshot } from '#core/job/snapshot'
import type { StageLogic } from '#core/works/stage-logic'
import type { StageName } from '#core/works/stage-table'
import { useJob } from '../../stores/job'
import { newId } from '../../stores/new-id'
import { useShopClock } from '../../stores/shop-clock'
import { useTurn } from '../pad/useTurn'
import { useActs } from '../useActs'
import { useStageKeys } from '../useStageKeys'
import { useSimulated } from './useSimulated'

/** Moves that only take another place in hand. */
const nexts = ['next-place', 'next-cylinder']
/**
 * The hands of a stage whose work is done at places: its next move, what that asks, and what one key does.
 *
 * @param logic what the stage knows of itself
 * @param placesOf where its work is done, in order
 * @param own what is done otherwise on this stage, by its action
 * @param nowMs the shop's time, where the stage is drawn by it
 * @param busy whether something of the stage's own lies over it
 * @param keys what other keys of its own do
 */
export function useStage<P extends Spot>(
  stage: StageName,
  logic: StageLogic,
  placesOf: (snapshot: Snapshot) => readonly P[],
  own: Record<string, () => void> = {},
  nowMs?: () => number,
  busy: () => boolean = () => false,
  keys: Readonly<Record<string, () => void>> = {},
) {
  const { t } = useI18n()
  const job = useJob()
  const router = useRouter()
  const clock = useShopClock()
  const { act, goOn, strike, problem: actProblem } = useActs()
  const engine = useSimulated()
  const snapshot = computed(() => job.snapshot!)
  const places = computed(() => placesOf(snapshot.value))
  const hand = computed(() => ({
    cylinder: job.selected,
    place: job.place,
    nowMs: nowMs?.() ?? clock.nowMs(),
  }))
  const move = computed<Move>(() => logic.move(snapshot.value, hand.value))
  const doing = computed(() => logic.doing?.(snapshot.value, hand.value) ?? null)
  const closed = computed(() => isClosed(snapshot.value, stage))
  /** What can be entered anew at the place in hand, once it was mended elsewhere. */
  const mended = computed(() => (closed.value ? null : (logic.mended?.(snapshot.value, hand.value) ?? null)))
  const inHand = () => places.value.find((p) => sameSpot(p, job.hand))
  /** The place in hand; the first where none is. */
  const mine = computed<P | null>(() => inHand() ?? places.value[0] ?? null)
  const choose = (place: string): void => job.select({ cylinder: null, place })
  /** Whether its places are cylinders. */
  const atCylinders = computed(() => places.value.every((p) => p.cylinder !== null))
  const closing = ref<'close' | 'reopen' | null>(null)

  const turn = useTurn(
    stage,
    logic,
    () => doing.value,
    act,
    () => {
      // What is told of the place in hand is read before it is left.
      if (nexts.includes(move.value.action) && move.value.head === move.value.action) void go()
    },
  )
  /** Whether the pad asks something now. */
  const padded = computed(() => !closed.value && turn.asks.value.length > 0)

  /** Lets the simulated engine answer the next so many that are asked. */
  async function simulate(most: number): Promise<void> {
    const at = turn.current.value
    if (!at || engine.asking.value) return
    const answers = await engine.answersTo(stage, at, turn.answers.value, most)
    // Who went on meanwhile is not answered for.
    if (!answers || turn.current.value?.entry !== at.entry || !sameSpot(turn.current.value, at)) return
    for (const [key, value] of Object.entries(answers)) {
      if (turn.answers.value[key] !== undefined) continue
      turn.choose(key)
      if (!turn.answer(value)) return
    }
  }
  /** Takes what is offered for all that is still asked, where all of it is. @returns whether it was taken */
  function takeOffered(): boolean {
    for (let ask = nextAsk(turn.asks.value, turn.answers.value); ask;) {
      if (typeof ask.offered !== 'string') return false
      turn.choose(ask.key)
      if (!turn.answer(ask.offered)) return false
      if (!padded.value || turn.draft.value === null) return true
      ask = nextAsk(turn.asks.value, turn.answers.value)
    }
    return true
  }
  const allOffered = () =>
    turn.asks.value.every(
      (a) => typeof a.offered === 'string' || a.usual !== undefined || turn.answers.value[a.key] !== undefined,
    )

  async function go(): Promise<void> {
    const now = move.value
    const others: Record<string, () => void> = {
      'next-cylinder': () => job.select(atCylinder((now.to ?? now).cylinder!)),
      'next-place': () => choose((now.to ?? now).place!),
      'sheet-first': () => void router.push({ name: 'engine', params: { engineId: snapshot.value.engine.id } }),
      'close-stage': () => (closing.value = 'close'),
      done: () => goOn(now),
      ...own,
    }
    const other = others[now.action]
    if (other) return other()
    const at = doing.value
    if (!at) return
    if (turn.asks.value.length === 0) {
      at.make({}, { gaugeId: null, uncertaintyMm: 0 }, newId)?.every(act)
    } else if (nextAsk(turn.asks.value, turn.answers.value) === null) turn.finish()
    else if (allOffered()) takeOffered()
    else if (engine.on.value) await simulate(100)
    else document.getElementById('reading')?.focus()
  }
  const problem = computed(() => actProblem.value ?? (engine.away.value ? t('simulated.away') : null))

  useStageKeys(
    () => closing.value !== null || busy(),
    () => move.value,
    { ...keys, n: () => void go() },
    places.value.every((p) => p.place === null) ? undefined : () => places.value,
  )
  onMounted(() => {
    // Who comes here from a cylinder goes on where the work does.
    if (places.value.every((p) => p.place === null) || inHand()) return
    const place = (move.value.to ?? move.value).place ?? places.value[0]!.place
    if (place !== null) choose(place)
  })
  onBeforeUnmount(() => {
    if (job.place !== null) job.select(atCylinder(job.selected))
  })
  return {
    job,
    snapshot,
    places,
    move,
    closed,
    mended,
    mine,
    choose,
    closing,
    go,
    engine,
    strike,
    problem,
    turn,
    padded,
    simulate,
    atCylinders,
  }
}
