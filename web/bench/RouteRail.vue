<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute } from 'vue-router'
import type { readRoute } from '#core/job/route'
import { phaseNames, stageLine, type PhaseName } from '#core/works/stage-table'

/**
 * The stages of a job in the order of the trade; the way from one to another, too. A long route
 * folds to its phases: the one in hand stands open, the others tell in a line how far they are.
 */
const props = defineProps<{ route: ReturnType<typeof readRoute>; jobId: string }>()
const { t } = useI18n()
const here = useRoute()

/** More stages than stand on the rail at once. */
const LONG = 13
/** Lines of a folded route that stand on the rail at once, its heads among them. */
const ROOM = 14
const folds = computed(() => props.route.length > LONG)
const phases = computed(() =>
  phaseNames.flatMap((phase) => {
    const stops = props.route.filter((r) => stageLine[r.stage].phase === phase)
    return stops.length > 0 ? [{ phase, stops, done: stops.filter((s) => s.state === 'done').length }] : []
  }),
)
/** Phases opened or shut by hand; otherwise those open that fit, the one in hand first, then what follows it. */
const turned = ref(new Map<PhaseName, boolean>())
const inHand = computed(() => props.route.find((r) => r.stage === here.name) ?? null)
/** The phases that stand open by themselves: the one in hand, those after it and then those before, as long as there is room. */
const fitting = computed(() => {
  const own = inHand.value ? stageLine[inHand.value.stage].phase : null
  const at = Math.max(
    0,
    phases.value.findIndex((p) => p.phase === own),
  )
  const order = [...phases.value.slice(at), ...phases.value.slice(0, at).reverse()]
  // A head takes as much room as a stage.
  let room = ROOM - phases.value.length
  const open = new Set<PhaseName>()
  for (const { phase, stops } of order) {
    if (open.size > 0 && stops.length > room) break
    room -= stops.length
    open.add(phase)
  }
  return open
})
const isOpen = (phase: PhaseName) => !folds.value || (turned.value.get(phase) ?? fitting.value.has(phase))
watch(inHand, () => turned.value.clear())
function toggle(phase: PhaseName): void {
  turned.value.set(phase, !isOpen(phase))
}
</script>

<template>
  <nav
    class="w-[188px] shrink-0 overflow-y-auto border-r border-line bg-paper py-1 max-[1100px]:w-[92px]"
    :aria-label="t('route.name')"
    data-part="route"
  >
    <section v-for="{ phase, stops, done } in phases" :key="phase" :data-phase="phase">
      <h2 v-if="folds" class="m-0">
        <button
          type="button"
          class="flex min-h-[48px] w-full items-center justify-between px-3 text-small font-semibold max-[1100px]:justify-center max-[1100px]:px-1 max-[1100px]:text-fine"
          :aria-expanded="isOpen(phase)"
          @click="toggle(phase)"
        >
          <span>{{ t(`phase.${phase}`) }}</span>
          <span class="figure max-[1100px]:sr-only"
            >{{ t('route.of', { done, of: stops.length }) }}<span class="sr-only"> {{ t('route.done') }}</span></span
          >
        </button>
      </h2>
      <ol v-if="isOpen(phase)">
        <li v-for="(stop, i) in stops" :key="stop.stage" class="relative">
          <span
            v-if="i < stops.length - 1 || (!folds && stop !== route.at(-1))"
            class="absolute left-[31px] top-[38px] z-10 h-[21px] w-[3px] max-[1100px]:hidden"
            :class="stop.state === 'done' ? 'bg-ink' : 'bg-line'"
            aria-hidden="true"
          />
          <RouterLink
            :to="{ name: stop.stage, params: { jobId } }"
            class="relative flex min-h-[48px] items-center gap-3 pl-[18px] pr-2 max-[1100px]:flex-col max-[1100px]:gap-0.5 max-[1100px]:px-1 max-[1100px]:py-1 max-[1100px]:text-center"
            active-class="bg-plate font-bold"
            :data-stage="stop.stage"
            :data-state="stop.state"
          >
            <svg width="29" height="29" viewBox="0 0 29 29" class="shrink-0" aria-hidden="true">
              <circle
                cx="14.5"
                cy="14.5"
                r="12"
                fill="var(--paper)"
                :stroke="stop.state === 'next' ? 'var(--brass)' : 'var(--ink)'"
                :stroke-width="stop.state === 'next' ? 4 : 1.5"
                :stroke-dasharray="stop.state === 'later' || stop.state === 'passed' ? '3 3' : 'none'"
              />
              <circle v-if="stop.state === 'done'" cx="14.5" cy="14.5" r="7.5" fill="var(--ink)" />
              <path v-else-if="stop.state === 'begun'" d="M7 14.5a7.5 7.5 0 0 1 15 0z" fill="var(--ink)" />
            </svg>
            <span class="leading-tight max-[1100px]:max-w-full">
              <span class="block text-body max-[1100px]:text-fine max-[1100px]:hyphens-auto">{{
                t(`stage.${stop.stage}`)
              }}</span>
              <span class="block text-fine font-normal text-soft max-[1100px]:sr-only">{{
                t(`route.${stop.state}`)
              }}</span>
            </span>
          </RouterLink>
        </li>
      </ol>
    </section>
  </nav>
</template>
