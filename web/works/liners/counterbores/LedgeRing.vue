<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import type { LedgeState } from '#core/works/liners/ledges'
import type { WearMark } from '#core/works/liners/wear'
import { clockHour, turnDeg } from '#core/measure/angle'
import { onPlan } from '../../../bench/useDeckPlan'
import { useFigures } from '../../../bench/useFigures'

const props = defineProps<{ ledge: LedgeState; boreMm: number; stationDeg: number | null; closed: boolean }>()
const emit = defineEmits<{ station: [angleDeg: number]; mark: [angleDeg: number]; open: [mark: WearMark] }>()
const { t } = useI18n()
const { length } = useFigures()

const W = 340
const H = 262
const centre = { x: W / 2, y: H / 2 }
// The ledge to scale: its inner edge is the bore, its width that of a usual flange.
const R = 80
const inner = computed(() => R * (props.boreMm / (props.boreMm + 18)))
const at = (angleDeg: number, r: number) => {
  const to = onPlan(angleDeg)
  return { x: centre.x + to.x * r, y: centre.y + to.y * r }
}
function arc(m: WearMark): string {
  const half = Math.min(m.spanDeg, 359) / 2
  const from = m.atDeg - half
  const to = m.atDeg + half
  const large = m.spanDeg > 180 ? 1 : 0
  const [a, b, c, d] = [at(from, R), at(to, R), at(to, inner.value), at(from, inner.value)]
  return `M ${a.x} ${a.y} A ${R} ${R} 0 ${large} 1 ${b.x} ${b.y} L ${c.x} ${c.y} A ${inner.value} ${inner.value} 0 ${large} 0 ${d.x} ${d.y} Z`
}
const wearWords = (m: WearMark) => `${t(`wear.${m.kind}`)}${m.depthMm > 0 ? ` ${length(m.depthMm)}` : ''}`
const high = computed(() => props.ledge.judgement?.highAtDeg ?? null)
const stations = computed(() =>
  props.ledge.stations.map((s) => ({
    ...s,
    on: at(s.angleDeg, (R + inner.value) / 2),
    text: { x: at(s.angleDeg, R + 46).x, y: at(s.angleDeg, R + 24).y },
  })),
)

/** The high side, as a mark on the ring's inner edge. */
function highMark(highDeg: number): string {
  const [tip, a, b] = [
    at(highDeg, inner.value - 2),
    at(highDeg - 7, inner.value - 14),
    at(highDeg + 7, inner.value - 14),
  ]
  return `M ${tip.x} ${tip.y} L ${a.x} ${a.y} L ${b.x} ${b.y} Z`
}
/** Clock numbers inside the ring, but where the high side's mark stands. */
const clockNumbers = computed(() =>
  [0, 90, 180, 270]
    .filter((a) => high.value === null || Math.abs(((a - high.value + 540) % 360) - 180) > 16)
    .map((angleDeg) => ({ angleDeg, ...at(angleDeg, inner.value - 11) })),
)

/** A touch on the ring places a mark at that clock position, to the nearest five degrees. */
function touch(event: MouseEvent): void {
  if (props.closed) return
  const svg = (event.currentTarget as SVGElement).ownerSVGElement!
  const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(svg.getScreenCTM()!.inverse())
  // 12 o'clock points left on the plan, the hours run clockwise.
  const angle = (Math.atan2(-(point.y - centre.y), -(point.x - centre.x)) * 180) / Math.PI
  emit('mark', turnDeg(Math.round(angle / 5) * 5))
}
</script>

<template>
  <figure class="relative h-full min-h-0 bg-layout" data-part="ledge-ring">
    <svg
      :viewBox="`0 0 ${W} ${H}`"
      class="h-full w-full"
      role="group"
      :aria-label="t('ledge.describe', { cylinder: ledge.cylinder })"
    >
      <defs>
        <pattern id="worn" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <line x1="0" y1="0" x2="0" y2="5" stroke="var(--outside-on-blue)" stroke-width="2" />
        </pattern>
        <pattern id="pitted" width="6" height="6" patternUnits="userSpaceOnUse">
          <circle cx="2" cy="2" r="1.5" fill="var(--outside-on-blue)" />
        </pattern>
      </defs>
      <circle
        :cx="centre.x"
        :cy="centre.y"
        :r="(R + inner) / 2"
        fill="none"
        stroke="rgb(232 238 244 / 0.14)"
        :stroke-width="R - inner"
        :class="{ 'cursor-crosshair': !closed }"
        data-part="ledge-touch"
        @click="touch"
      />
      <circle
        v-for="r in [R, inner]"
        :key="r"
        :cx="centre.x"
        :cy="centre.y"
        :r="r"
        fill="none"
        stroke="var(--scribe)"
        stroke-width="1.5"
        class="pointer-events-none"
      />
      <g
        v-for="m in ledge.marks"
        :key="m.id"
        class="cursor-pointer"
        role="button"
        tabindex="0"
        :aria-label="t('ledge.mark', { kind: wearWords(m), clock: clockHour(m.atDeg) })"
        data-part="wear-mark"
        @click="emit('open', m)"
        @keydown.enter="emit('open', m)"
      >
        <path
          :d="arc(m)"
          :fill="m.kind === 'pitting' ? 'url(#pitted)' : m.kind === 'fretting' ? 'url(#worn)' : 'none'"
          stroke="var(--outside-on-blue)"
          :stroke-width="m.kind === 'burr' ? 4 : 1.5"
          :stroke-dasharray="m.kind === 'old-seal' ? '2 3' : 'none'"
        />
        <text
          :x="at(m.atDeg, inner - 38).x"
          :y="at(m.atDeg, inner - 40).y + 4"
          text-anchor="middle"
          font-size="11.5"
          fill="var(--outside-on-blue)"
        >
          {{ wearWords(m) }}
        </text>
      </g>
      <g v-if="high !== null">
        <path :d="highMark(high)" fill="var(--brass-on-blue)" />
        <text :x="centre.x" :y="centre.y + 4" text-anchor="middle" font-size="12" fill="var(--brass-on-blue)">
          {{ t('ledge.high-side', { clock: clockHour(high) }) }}
        </text>
      </g>
      <text
        v-for="n in clockNumbers"
        :key="`clock-${n.angleDeg}`"
        :x="n.x"
        :y="n.y + 4"
        text-anchor="middle"
        font-size="11"
        fill="var(--scribe)"
        class="pointer-events-none"
      >
        {{ clockHour(n.angleDeg) }}
      </text>
      <g
        v-for="s in stations"
        :key="s.angleDeg"
        class="cursor-pointer"
        data-part="plan-station"
        @click="emit('station', s.angleDeg)"
      >
        <circle
          :cx="s.on.x"
          :cy="s.on.y"
          :r="s.angleDeg === stationDeg ? 8 : 5.5"
          :fill="s.valueMm === null ? 'var(--layout)' : 'var(--scribe)'"
          :stroke="s.angleDeg === stationDeg ? 'var(--brass-on-blue)' : 'var(--scribe)'"
          :stroke-width="s.angleDeg === stationDeg ? 3.5 : 1.5"
        />
        <text
          :x="s.text.x"
          :y="s.text.y + 5"
          text-anchor="middle"
          :font-size="s.valueMm === null ? 12.5 : 17"
          :class="{ figure: s.valueMm !== null }"
          fill="var(--scribe)"
        >
          {{ s.valueMm === null ? t('plan.station', { clock: clockHour(s.angleDeg) }) : length(s.valueMm) }}
        </text>
      </g>
    </svg>
    <figcaption class="absolute bottom-1 left-2 max-w-[130px] text-fine leading-tight text-scribe">
      {{ t(closed ? 'plan.front-left' : 'ledge.touch') }}
    </figcaption>
  </figure>
</template>
