<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, useId, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import type { BoreState } from '#core/works/barrels/bore/read'
import type { BarrelSpot } from '#core/works/barrels/read-barrels'
import { useFigures } from '../../../bench/useFigures'

/** What is still to come off as a stack of cuts and stone; the piston in its bore cold and hot by the same enlargement; the crosshatch at its real angle for this stroke and speed. */
const props = defineProps<{ spot: BarrelSpot; state: BoreState }>()
const { t } = useI18n()
const { length } = useFigures()
const hatchId = useId()
const frame = useTemplateRef<HTMLElement>('frame')
const { width: w, height: h } = useElementSize(frame, { width: 640, height: 420 })
const width = computed(() => Math.max(320, w.value))
const height = computed(() => Math.max(300, h.value))
const finish = computed(() => props.spot.of.finish)
const third = computed(() => width.value / 3)
const [TOP, FOOT] = [70, 40]
const tall = computed(() => height.value - TOP - FOOT)

/** The pieces that are still to come off, the outermost first: as it was planned where nothing is measured yet. */
const pieces = computed(() => {
  const { schools, bore, boreNowMm, stock } = props.state
  const plan = bore ?? schools.stocks.find((s) => s.school === stock)?.bore ?? null
  if (!plan || plan.verdict === 'too-large') return []
  const cuts = Array.from({ length: plan.boringCuts }, (_, i) => ({
    key: `cut-${i}`,
    word: t('barrel.stack-cut', { n: i + 1 }),
    mm: i === plan.boringCuts - 1 ? (plan.lastCutMm ?? plan.cutEachMm) : plan.cutEachMm,
    fill: 'rgb(227 182 90 / 0.65)',
  }))
  const stoneMm = plan.finishMm - Math.max(plan.boreToMm, boreNowMm ?? 0)
  const stone = stoneMm > finish.value.finishTolMm
  return [
    ...(stone ? [{ key: 'stone', word: t('barrel.stack-stone'), mm: stoneMm, fill: 'rgb(127 208 196 / 0.6)' }] : []),
    ...cuts.reverse(),
  ]
})
const stack = computed(() => {
  const sum = pieces.value.reduce((s, p) => s + p.mm, 0)
  // A stone's few hundredths beside a cut of half a millimetre are still to be seen.
  const LEAST = 34
  const free = Math.max(0, tall.value - LEAST * pieces.value.length)
  let y = TOP
  return pieces.value.map((p) => {
    const high = LEAST + (sum > 0 ? (p.mm / sum) * free : 0)
    const at = y
    y += high
    return { ...p, y: at, high }
  })
})
const over = computed(() =>
  props.state.honeLeftMm !== null && props.state.honeLeftMm < -finish.value.finishTolMm
    ? -props.state.honeLeftMm
    : null,
)

/** Cold and hot clearance at one enlargement; below nought they would touch. */
const gaps = computed(() => {
  const { hot } = props.state
  if (!hot) return []
  const most = Math.max(hot.coldMm, hot.hotMm, props.spot.of.piston.hotMinMm)
  const px = (mm: number) => (Math.max(0, mm) / most) * third.value * 0.16
  return [
    {
      key: 'cold',
      mm: hot.coldMm,
      px: px(hot.coldMm),
      word: t('barrel.piston-cold', { mm: length(hot.coldMm) }),
      good: true,
    },
    {
      key: 'hot',
      mm: hot.hotMm,
      px: px(hot.hotMm),
      word: t('barrel.piston-hot', { mm: length(hot.hotMm) }),
      good: hot.enough,
    },
  ]
})
const times = computed(() => {
  const first = gaps.value[0]
  return first && first.mm > 0 ? Math.round(first.px / 2 / 3.8 / (first.mm / 2)) : 1
})
const hatchDeg = computed(() => {
  const { bore, schools } = props.state
  return (bore ?? schools.stocks[0]?.bore)?.crosshatchDeg ?? finish.value.crosshatchDeg
})
</script>

<template>
  <figure ref="frame" class="relative m-0 h-full min-h-0 w-full overflow-hidden bg-layout" data-part="bore-stack">
    <svg
      :width="width"
      :height="height"
      :viewBox="`0 0 ${width} ${height}`"
      class="block"
      role="img"
      :aria-label="t('barrel.stack-title')"
    >
      <defs>
        <pattern
          v-for="side in [1, -1]"
          :id="`${hatchId}${side}`"
          :key="side"
          width="11"
          height="11"
          patternUnits="userSpaceOnUse"
          :patternTransform="`rotate(${(side * hatchDeg) / 2})`"
        >
          <line x1="0" y1="5" x2="11" y2="5" stroke="var(--scribe)" stroke-width="1.4" />
        </pattern>
      </defs>
      <text x="14" y="24" font-size="15" font-weight="700" fill="var(--scribe)">{{ t('barrel.stack-title') }}</text>
      <g v-for="p in stack" :key="p.key" :data-piece="p.key">
        <rect x="24" :y="p.y" :width="third - 48" :height="p.high - 3" :fill="p.fill" />
        <text x="34" :y="p.y + p.high / 2 + 4" font-size="15" fill="var(--scribe)">{{ p.word }}</text>
        <text
          :x="third - 32"
          :y="p.y + p.high / 2 + 4"
          text-anchor="end"
          font-size="16"
          class="figure"
          font-weight="700"
          fill="var(--scribe)"
        >
          {{ length(p.mm) }}
        </text>
      </g>
      <text
        v-if="stack.length === 0"
        x="24"
        :y="TOP + 24"
        font-size="17"
        font-weight="700"
        :fill="over === null ? 'var(--inside-on-blue)' : 'var(--outside-on-blue)'"
      >
        {{ over === null ? t('barrel.stack-there') : t('barrel.stack-over', { mm: length(over) }) }}
      </text>
      <g :transform="`translate(${third} 0)`">
        <text x="14" y="48" font-size="15" font-weight="700" fill="var(--scribe)">
          {{ t('barrel.piston-title', { n: times }) }}
        </text>
        <g v-for="(g, i) in gaps" :key="g.key" :data-gap="g.key">
          <g :transform="`translate(${(i * third) / 2 + 10} ${TOP})`">
            <rect x="0" y="0" width="12" :height="tall - 30" fill="rgb(232 238 244 / 0.35)" />
            <rect :x="third / 2 - 32" y="0" width="12" :height="tall - 30" fill="rgb(232 238 244 / 0.35)" />
            <rect
              :x="12 + g.px / 2"
              :y="tall * 0.18"
              :width="Math.max(10, third / 2 - 44 - g.px)"
              :height="tall * 0.45"
              fill="rgb(227 182 90 / 0.55)"
              stroke="var(--brass-on-blue)"
            />
            <text
              :x="third / 4 - 10"
              :y="tall - 6"
              text-anchor="middle"
              font-size="15"
              font-weight="700"
              :fill="g.good ? 'var(--inside-on-blue)' : 'var(--outside-on-blue)'"
            >
              {{ g.word }}
            </text>
          </g>
        </g>
      </g>
      <g :transform="`translate(${third * 2} 0)`" data-part="crosshatch" :data-deg="Math.round(hatchDeg)">
        <rect x="20" :y="TOP" :width="third - 40" :height="tall - 30" fill="rgb(232 238 244 / 0.12)" />
        <rect
          v-for="side in [1, -1]"
          :key="side"
          x="20"
          :y="TOP"
          :width="third - 40"
          :height="tall - 30"
          :fill="`url(#${hatchId}${side})`"
        />
        <text :x="third / 2" :y="height - 20" text-anchor="middle" font-size="13" fill="var(--scribe)">
          {{ t('barrel.hatch-title', { deg: Math.round(hatchDeg) }) }}
        </text>
      </g>
    </svg>
  </figure>
</template>
