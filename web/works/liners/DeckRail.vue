<script setup lang="ts">
import { computed, toRef } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Deck, CylinderState } from '#core/works/liners/deck'
import type { LedgeState } from '#core/works/liners/ledges'
import type { Snapshot } from '#core/job/snapshot'
import { clockHour } from '#core/measure/angle'
import type { RingWord } from '../../bench/parts'
import type { Verdict } from '#core/measure/verdict'
import { onPlan, useDeckPlan } from '../../bench/useDeckPlan'
import { useFigures } from '../../bench/useFigures'
import WindowGlyph from '../../bench/WindowGlyph.vue'

const props = defineProps<{
  engine: Snapshot['engine']
  /** Left out where its rings carry words. */
  deck?: Deck | null
  limits: Snapshot['sheet']['limits']
  selected: number
  plain?: boolean
  ledges?: LedgeState[]
  words?: Record<number, RingWord>
}>()
const emit = defineEmits<{ select: [cylinder: number] }>()
const { t } = useI18n()
const { length } = useFigures()
const { bores, heads, width, height, place } = useDeckPlan(toRef(props, 'engine'))

const ofCylinder = (cylinder: number): CylinderState | undefined =>
  props.deck?.cylinders.find((c) => c.cylinder === cylinder)
const radius = computed(() => props.engine.boreMm / 2)
const two = computed(() => props.engine.banks.length > 1)

const rings = computed(() =>
  bores.value.map((b) => ({
    ...b,
    ...(props.words
      ? wordRing(b.cylinder, props.words)
      : props.ledges
        ? ledgeRing(b.cylinder, props.ledges)
        : ring(b.cylinder)),
  })),
)

function wordRing(cylinder: number, words: Record<number, RingWord>) {
  const word = words[cylinder]
  return {
    verdict: word?.verdict ?? null,
    complete: true,
    changed: false,
    meanMm: null,
    shown: null,
    needle: null,
    label: t('rail.word', { cylinder, text: `${word?.text ?? ''} ${word?.more ?? ''}` }),
  }
}

/** A ledge on the rail: its depth at the centre, the needle toward its high side, as a liner's. */
function ledgeRing(cylinder: number, ledges: LedgeState[]) {
  const ledge = ledges.find((l) => l.cylinder === cylinder)
  const judged = ledge?.judgement ?? null
  const verdict = judged?.verdict ?? null
  return {
    verdict,
    complete: ledge?.complete ?? false,
    changed: ledge?.changed ?? false,
    meanMm: judged?.centreMm ?? null,
    shown: judged
      ? { valueMm: judged.tiltMm, minMm: -props.limits.withinLinerMaxMm, maxMm: props.limits.withinLinerMaxMm }
      : null,
    needle: judged && judged.highAtDeg !== null ? needleTo(judged.highAtDeg, judged.tiltMm) : null,
    label: judged
      ? t('rail.ledge', { cylinder, depth: length(judged.centreMm), verdict: t(`verdict.${judged.verdict}`) })
      : t('rail.unmeasured', { cylinder }),
  }
}

/** A lean shows at the ring's own edge, clear of the digits: the longer and thicker, the more of what one liner may have. */
function needleTo(angleDeg: number, tiltMm: number) {
  const share = Math.min(1, tiltMm / props.limits.withinLinerMaxMm)
  const toward = onPlan(angleDeg)
  return { ...toward, from: 0.96 - 0.2 * share, weight: 3 + 4 * share }
}

function ring(cylinder: number) {
  const state = ofCylinder(cylinder)
  const judged = state?.judgement ?? null
  const plane = judged ? (state?.plane ?? null) : null
  const { minMm, maxMm } = state?.window ?? props.limits
  return {
    verdict: judged ? (state?.verdict ?? 'in') : null,
    complete: state?.complete ?? false,
    changed: Boolean(state?.changed),
    meanMm: judged?.meanMm ?? null,
    shown: judged ? { valueMm: worstOf(judged, minMm, maxMm), minMm, maxMm } : null,
    needle: plane && plane.highAtDeg !== null ? needleTo(plane.highAtDeg, plane.tiltMm) : null,
    label: describe(cylinder, state),
  }
}

/** The reading that lies worst in the window: what the glyph of a liner shows. */
function worstOf(judged: NonNullable<CylinderState['judgement']>, minMm: number, maxMm: number): number {
  const { low, high } = judged.verdicts
  if (high !== 'in' && low === 'in') return judged.maxMm
  if (low !== 'in' && high === 'in') return judged.minMm
  return judged.maxMm - maxMm > minMm - judged.minMm && high !== 'in'
    ? judged.maxMm
    : low !== 'in'
      ? judged.minMm
      : judged.meanMm
}

function describe(cylinder: number, state: CylinderState | undefined): string {
  if (!state?.judgement) return t(state?.changed ? 'rail.changed' : 'rail.unmeasured', { cylinder })
  const lean =
    state.plane?.highAtDeg != null
      ? t('rail.lean', { lean: length(state.plane.tiltMm), clock: clockHour(state.plane.highAtDeg) })
      : ''
  return `${t('rail.measured', { cylinder, mean: length(state.judgement.meanMm), verdict: t(`verdict.${state.verdict ?? 'in'}`) })} ${lean}`
}

/** The range under each head, written where two of its rings leave room. */
const headMarks = computed(() =>
  (props.ledges || props.words ? [] : (props.deck?.judgement.heads ?? [])).flatMap((head) => {
    const [a, b] = [place(head.cylinders[0]!), place(head.cylinders[1]!)]
    return a && b ? [{ ...head, x: (a.x + b.x) / 2, y: Math.max(a.y, b.y) + radius.value * 0.98 }] : []
  }),
)
const toneOf = (verdict: Verdict) =>
  ({ in: 'var(--scribe)', unsure: 'var(--online-on-blue)', out: 'var(--outside-on-blue)' })[verdict]

const steps = computed(() =>
  (props.ledges || props.words ? [] : (props.deck?.judgement.adjacent ?? [])).flatMap((step) => {
    const [a, b] = [place(step.a), place(step.b)]
    return a && b ? [{ ...step, x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 }] : []
  }),
)

function ringColour(verdict: Verdict | null): string {
  if (!verdict) return 'var(--scribe)'
  return { in: 'var(--inside-on-blue)', unsure: 'var(--online-on-blue)', out: 'var(--outside-on-blue)' }[verdict]
}

function onKey(event: KeyboardEvent): void {
  const order = bores.value.map((b) => b.cylinder)
  if (/^[1-9]$/.test(event.key) && order.includes(Number(event.key))) emit('select', Number(event.key))
}
</script>

<template>
  <section class="bg-layout px-2 pt-1" :aria-label="t('rail.name')" @keydown="onKey">
    <svg
      :viewBox="`-24 0 ${width + 24} ${height}`"
      class="mx-auto block w-full overflow-visible"
      :style="{ height: two ? 'clamp(140px, 20vh, 184px)' : 'clamp(116px, 17.5vh, 150px)' }"
      data-part="deck-rail"
    >
      <rect
        v-for="head in heads"
        :key="head.cylinders.join()"
        :x="head.x"
        :y="head.y"
        :width="head.width"
        :height="head.height"
        fill="none"
        stroke="var(--scribe)"
        stroke-opacity="0.35"
        stroke-width="1"
        stroke-dasharray="6 4"
      />
      <text
        x="-8"
        :y="height / 2"
        font-size="16"
        fill="var(--scribe)"
        text-anchor="middle"
        :transform="`rotate(-90 -8 ${height / 2})`"
      >
        {{ t('rail.front') }}
      </text>
      <g v-for="step in steps" :key="`${step.a}-${step.b}`" data-part="step" :data-verdict="step.verdict">
        <text
          :x="step.x"
          :y="step.y - radius * 0.72"
          text-anchor="middle"
          class="figure"
          :font-size="radius * 0.23"
          :fill="toneOf(step.verdict)"
          :font-weight="step.verdict === 'in' ? 500 : 700"
        >
          {{ length(Math.abs(step.differenceMm), limits.adjacentMaxMm === null ? [] : [limits.adjacentMaxMm]) }}
        </text>
        <path
          :d="`M ${step.x - 6} ${step.y - radius * 0.6} h 12`"
          stroke="var(--scribe)"
          stroke-opacity="0.6"
          :stroke-width="step.verdict === 'out' ? 4 : 1.5"
        />
      </g>
      <text
        v-for="head in headMarks"
        :key="`head-${head.cylinders.join()}`"
        :x="head.x"
        :y="head.y"
        text-anchor="middle"
        :font-size="radius * 0.2"
        :fill="toneOf(head.verdict)"
        :font-weight="head.verdict === 'in' ? 400 : 700"
        data-part="head-mark"
        :data-verdict="head.verdict"
      >
        {{ t('rail.head', { range: length(head.rangeMm, [limits.headRangeMaxMm ?? 0]) }) }}
      </text>
      <g v-for="b in rings" :key="b.cylinder" aria-hidden="true">
        <circle
          :cx="b.x"
          :cy="b.y"
          :r="radius + 4"
          fill="none"
          :stroke="b.cylinder === selected ? 'var(--brass-on-blue)' : 'transparent'"
          stroke-width="4"
        />
        <circle
          :cx="b.x"
          :cy="b.y"
          :r="radius - 4"
          :fill="b.cylinder === selected ? 'rgb(232 238 244 / 0.12)' : 'rgb(232 238 244 / 0.03)'"
          :stroke="ringColour(b.verdict)"
          :stroke-width="b.verdict ? 5 : 1.5"
          :stroke-dasharray="b.verdict && b.complete ? 'none' : '7 6'"
        />
        <line
          v-if="b.needle"
          :x1="b.x + b.needle!.x * b.needle!.from * radius"
          :y1="b.y + b.needle!.y * b.needle!.from * radius"
          :x2="b.x + b.needle!.x * (radius - 4)"
          :y2="b.y + b.needle!.y * (radius - 4)"
          stroke="var(--brass-on-blue)"
          :stroke-width="b.needle!.weight"
          data-part="rail-needle"
        />
        <text
          :x="b.x"
          :y="b.y - radius * 0.4"
          text-anchor="middle"
          :font-size="radius * 0.36"
          font-weight="700"
          fill="var(--scribe)"
          stroke="var(--layout)"
          stroke-width="5"
          paint-order="stroke"
        >
          {{ b.cylinder }}
        </text>
        <template v-if="b.meanMm !== null && b.shown">
          <text
            :x="b.x"
            :y="b.y + radius * 0.16"
            text-anchor="middle"
            class="figure"
            :font-size="radius * 0.4"
            fill="var(--scribe)"
            stroke="var(--layout)"
            stroke-width="5"
            paint-order="stroke"
          >
            {{ length(b.meanMm) }}
          </text>
          <g :transform="`translate(${b.x - radius * 0.52} ${b.y + radius * 0.34}) scale(${(radius * 1.04) / 72})`">
            <WindowGlyph
              :value-mm="b.shown.valueMm"
              :min-mm="b.shown.minMm"
              :max-mm="b.shown.maxMm"
              :verdict="b.verdict ?? 'in'"
              on-blue
            />
          </g>
        </template>
        <template v-else-if="words">
          <text
            :x="b.x"
            :y="b.y + radius * 0.14"
            text-anchor="middle"
            :font-size="radius * 0.34"
            font-weight="600"
            fill="var(--scribe)"
          >
            {{ words[b.cylinder]?.text }}
          </text>
          <text :x="b.x" :y="b.y + radius * 0.5" text-anchor="middle" :font-size="radius * 0.26" fill="var(--scribe)">
            {{ words[b.cylinder]?.more }}
          </text>
        </template>
        <text
          v-else-if="!plain"
          :x="b.x"
          :y="b.y + radius * 0.2"
          text-anchor="middle"
          :font-size="radius * 0.25"
          fill="var(--scribe)"
        >
          {{ b.changed ? t('rail.remeasure') : t('rail.open') }}
        </text>
      </g>
      <circle
        v-for="b in rings"
        :key="`touch-${b.cylinder}`"
        :cx="b.x"
        :cy="b.y"
        :r="radius + 4"
        fill="transparent"
        role="button"
        :tabindex="b.cylinder === selected ? 0 : -1"
        :aria-label="b.label"
        :aria-pressed="b.cylinder === selected"
        class="cursor-pointer outline-none focus-visible:stroke-(--scribe) focus-visible:stroke-[7px]"
        :data-cylinder="b.cylinder"
        :data-verdict="b.verdict ?? 'none'"
        @click="emit('select', b.cylinder)"
        @keydown.enter.prevent="emit('select', b.cylinder)"
      />
    </svg>
  </section>
</template>
