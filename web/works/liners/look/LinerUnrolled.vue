<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { select } from 'd3-selection'
import { scaleLinear } from 'd3-scale'
import { zoom, zoomIdentity, type ZoomBehavior } from 'd3-zoom'
import { computed, onMounted, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import type { LinerShape } from '#core/works/liners/fitting'
import { clockHour, turnDeg } from '#core/measure/angle'
import type { FaceName, Finding } from '#core/works/liners/strip'
import { formatRough } from '#core/units/format-rough'
import { useFigures } from '../../../bench/useFigures'

const props = defineProps<{
  findings: Finding[]
  face: FaceName
  liner: LinerShape | null
  ledgeMm: number
  lengthMm: number
  selected: string | null
}>()
const emit = defineEmits<{ mark: [atDeg: number, depthMm: number]; open: [finding: Finding] }>()
const { t, locale } = useI18n()
const { unit } = useFigures()
const frame = useTemplateRef<HTMLElement>('frame')
const moved = useTemplateRef<HTMLElement>('moved')
const { width: w, height: h } = useElementSize(frame, { width: 760, height: 380 })
const width = computed(() => Math.max(320, w.value))
const height = computed(() => Math.max(200, h.value))
const left = 54
const x = computed(() => scaleLinear([0, 360], [left, width.value - 14]))
const y = computed(() => scaleLinear([0, props.lengthMm], [30, height.value - 26]))

/** A finding that reaches over 12 o'clock is drawn at both ends. */
const marks = computed(() =>
  props.findings
    .filter((f) => f.on === props.face)
    .flatMap((f) => {
      const from = f.spanDeg >= 360 ? 0 : turnDeg(f.atDeg) - f.spanDeg / 2
      const to = f.spanDeg >= 360 ? 360 : from + f.spanDeg
      const turns = f.spanDeg >= 360 ? [0] : [-360, 0, 360].filter((turn) => to + turn > 0 && from + turn < 360)
      return turns.map((turn) => {
        const [a, b] = [Math.max(0, from + turn), Math.min(360, to + turn)]
        const top = y.value(f.fromMm)
        return {
          f,
          key: `${f.id} ${turn}`,
          x: x.value(a),
          width: Math.max(3, x.value(b) - x.value(a)),
          y: top,
          height: Math.max(5, y.value(f.toMm) - top),
        }
      })
    }),
)
const tone = { 1: 0.16, 2: 0.32, 3: 0.55 } as Record<number, number>
const dash: Partial<Record<Finding['kind'], string>> = {
  'coolant-track': '2 3',
  crack: '10 3',
  scale: '5 4',
  wax: '5 4',
  sediment: '5 4',
  polish: '1 3',
}
/** Bands of the liner that findings are read against. */
const bands = computed(() => {
  const l = props.liner
  return [
    ...(l && props.face === 'bore' ? [{ key: 'travel', from: l.travelTopMm, to: l.travelBottomMm }] : []),
    ...(props.face === 'ledge'
      ? [{ key: 'ledge', from: props.ledgeMm - 1.5, to: props.ledgeMm + 1.5 }]
      : [{ key: 'flange', from: 0, to: props.ledgeMm }]),
    ...(l && props.face !== 'bore' ? [{ key: 'lands', from: props.lengthMm - l.sealLandMm, to: props.lengthMm }] : []),
  ]
})
const hours = [0, 90, 180, 270, 360]

/**
 * The wall is moved as one piece by the compositor while a finger is on it, and drawn sharp
 * again once it rests: two hundred marks need not be drawn anew at every frame.
 */
let behaviour: ZoomBehavior<HTMLElement, unknown> | null = null
let now = zoomIdentity
onMounted(() => {
  behaviour = zoom<HTMLElement, unknown>()
    .scaleExtent([1, 12])
    .translateExtent([
      [0, 0],
      [width.value, height.value],
    ])
    .on('start', () => moved.value && (moved.value.style.willChange = 'transform'))
    .on('zoom', (event: { transform: typeof zoomIdentity }) => {
      now = event.transform
      if (moved.value) moved.value.style.transform = `translate(${now.x}px, ${now.y}px) scale(${now.k})`
    })
    .on('end', () => moved.value && (moved.value.style.willChange = 'auto'))
  select(frame.value!).call(behaviour).on('dblclick.zoom', null)
})
function zoomBy(by: number): void {
  if (behaviour) select(frame.value!).call((s) => behaviour!.scaleBy(s, by))
}
function whole(): void {
  if (behaviour) select(frame.value!).call((s) => behaviour!.transform(s, zoomIdentity))
}

/** A touch on the wall begins a finding there, to the nearest five degrees and two millimetres. */
function touch(event: MouseEvent): void {
  const box = frame.value!.getBoundingClientRect()
  const [left, top] = now.invert([event.clientX - box.left, event.clientY - box.top])
  const atDeg = turnDeg(Math.round(x.value.invert(left) / 5) * 5)
  const depthMm = Math.max(0, Math.min(props.lengthMm, Math.round(y.value.invert(top) / 2) * 2))
  emit('mark', atDeg, depthMm)
}
defineExpose({ zoomBy, whole })
</script>

<template>
  <figure ref="frame" class="relative min-h-0 flex-1 overflow-hidden bg-layout" data-part="liner-unrolled">
    <div ref="moved" class="origin-top-left touch-none">
      <svg
        :width="width"
        :height="height"
        class="block overflow-visible"
        role="group"
        :aria-label="t('look.drawing', { face: t(`face.${face}`) })"
      >
        <rect
          :x="left"
          y="30"
          :width="width - left - 14"
          :height="height - 56"
          fill="rgb(232 238 244 / 0.05)"
          stroke="var(--scribe)"
          stroke-width="1.2"
          class="cursor-crosshair"
          data-part="wall"
          @click="touch"
        />
        <g v-for="b in bands" :key="b.key" class="pointer-events-none">
          <rect
            :x="left"
            :y="y(b.from)"
            :width="width - left - 14"
            :height="Math.max(2, y(b.to) - y(b.from))"
            fill="rgb(227 182 90 / 0.1)"
            stroke="var(--brass-on-blue)"
            stroke-opacity="0.6"
            stroke-width="1"
            stroke-dasharray="3 4"
          />
          <text
            :x="width - 20"
            :y="y(b.from) + (b.key === 'flange' ? 12 : 16)"
            text-anchor="end"
            font-size="12.5"
            fill="var(--brass-on-blue)"
          >
            {{ t(`look.band.${b.key}`) }}
          </text>
        </g>
        <g v-for="a in hours" :key="a" class="pointer-events-none">
          <line
            :x1="x(a)"
            :x2="x(a)"
            y1="30"
            :y2="height - 26"
            stroke="var(--scribe)"
            stroke-opacity="0.25"
            stroke-width="1"
          />
          <text
            :x="x(a)"
            y="20"
            :text-anchor="a === 0 ? 'start' : a === 360 ? 'end' : 'middle'"
            font-size="13.5"
            fill="var(--scribe)"
          >
            {{ t('plan.station', { clock: clockHour(a) }) }}
          </text>
        </g>
        <g v-for="tick in y.ticks(5)" :key="`d${tick}`" class="pointer-events-none">
          <line :x1="left - 5" :x2="left" :y1="y(tick)" :y2="y(tick)" stroke="var(--scribe)" />
          <text :x="left - 8" :y="y(tick) + 4" text-anchor="end" font-size="12.5" class="figure" fill="var(--scribe)">
            {{ formatRough(tick, unit, locale) }}
          </text>
        </g>
        <g
          v-for="m in marks"
          :key="m.key"
          class="cursor-pointer"
          role="button"
          tabindex="0"
          :aria-label="
            t('look.mark', {
              kind: t(`finding.${m.f.kind}`),
              severity: t(`severity.${m.f.severity}`),
              clock: clockHour(m.f.atDeg),
            })
          "
          data-part="finding"
          :data-kind="m.f.kind"
          @click.stop="emit('open', m.f)"
          @keydown.enter="emit('open', m.f)"
        >
          <rect
            :x="m.x"
            :y="m.y"
            :width="m.width"
            :height="m.height"
            rx="3"
            fill="var(--outside-on-blue)"
            :fill-opacity="tone[m.f.severity]"
            stroke="var(--outside-on-blue)"
            :stroke-width="m.f.id === selected ? 4 : m.f.severity"
            :stroke-dasharray="dash[m.f.kind] ?? 'none'"
          />
          <text :x="m.x + 5" :y="m.height < 18 ? m.y + m.height + 13 : m.y + 14" font-size="12.5" fill="var(--scribe)">
            {{ t(`finding.${m.f.kind}`) }}
          </text>
        </g>
      </svg>
    </div>
    <figcaption class="absolute bottom-0.5 left-2 text-fine text-scribe pointer-events-none">
      {{ t('look.touch') }}
    </figcaption>
  </figure>
</template>
