<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref, useTemplateRef, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { seenHours, type HousingSpot, type Lie } from '#core/works/bushings/read-bushings'
import { useTilt } from './useTilt'

/**
 * The block as it lies in front of the eye, rolled to any angle and looked at from either end: the book's
 * o'clock where the eye will find it, with the paint marks to make.
 */
const props = defineProps<{
  housing: HousingSpot
  /** How it lies, as it was noted last. */
  lie: Lie
  /** How large the bushing is of its housing, a share; 0 while none is in hand. */
  bushing: number
  closed?: boolean
}>()
const emit = defineEmits<{ lies: [lie: Lie] }>()
const { t } = useI18n()
const frame = useTemplateRef<HTMLElement>('frame')
const { width: w, height: h } = useElementSize(frame, { width: 640, height: 380 })
const width = computed(() => Math.max(320, w.value))
const height = computed(() => Math.max(200, h.value))
const centre = computed(() => ({ x: width.value / 2, y: height.value / 2 + 8 }))
const radius = computed(() => Math.min(height.value * 0.2, width.value * 0.16))

const view = ref<Lie>({ ...props.lie })
// Only another lie turns it: news of something else leaves the hand alone.
watch([() => props.lie.rolledDeg, () => props.lie.seenFrom], () => (view.value = { ...props.lie }))
const turnOf = (deg: number) => ((Math.round(deg) % 360) + 360) % 360
const other = computed(() => (view.value.seenFrom === 'front' ? ('rear' as const) : ('front' as const)))
const noted = computed(
  () => turnOf(view.value.rolledDeg) === turnOf(props.lie.rolledDeg) && view.value.seenFrom === props.lie.seenFrom,
)
/** What the eye sees turn clockwise is a roll the other way seen from the rear. */
const sense = computed(() => (view.value.seenFrom === 'front' ? 1 : -1))
const roll = (byDeg: number): void => {
  view.value = { ...view.value, rolledDeg: (((view.value.rolledDeg + sense.value * byDeg) % 360) + 360) % 360 }
}
function set(rolledDeg: number): void {
  view.value = { ...view.value, rolledDeg: turnOf(rolledDeg) }
}
const tilt = useTilt((seenDeg) => set(sense.value * seenDeg))

/** By the finger: the block follows it round its middle. */
let heldAt: number | null = null
const angleOf = (event: PointerEvent): number => {
  const box = frame.value!.getBoundingClientRect()
  const [x, y] = [event.clientX - box.left - centre.value.x, event.clientY - box.top - centre.value.y]
  return (Math.atan2(y, x) * 180) / Math.PI
}
function take(event: PointerEvent): void {
  heldAt = angleOf(event)
  ;(event.currentTarget as Element).setPointerCapture?.(event.pointerId)
}
function drag(event: PointerEvent): void {
  if (heldAt === null) return
  const now = angleOf(event)
  roll(((now - heldAt + 540) % 360) - 180)
  heldAt = now
}
function onKey(event: KeyboardEvent): void {
  const by = { ArrowLeft: -5, ArrowRight: 5 }[event.key]
  if (by === undefined) return
  event.preventDefault()
  roll(by)
}

const at = (deg: number, r: number) => {
  const a = (deg * Math.PI) / 180
  return { x: centre.value.x + Math.sin(a) * r, y: centre.value.y - Math.cos(a) * r }
}
/** Where a side of the upright block is now, as the eye sees it, degrees. */
const seenOf = (uprightDeg: number) => sense.value * (uprightDeg + view.value.rolledDeg)
const holes = computed(() =>
  seenHours(props.housing, view.value).map((seen, i) => {
    const drilling = props.housing.of.drillings[i]!
    const label = at(seen.seenDeg, radius.value * 1.62)
    const right = Math.sin((seen.seenDeg * Math.PI) / 180)
    return {
      ...seen,
      drilling,
      from: at(seen.seenDeg, radius.value * 0.8),
      to: at(seen.seenDeg, radius.value * 1.42),
      outer: at(seen.seenDeg, radius.value * 1.95),
      label,
      anchor: right > 0.25 ? 'start' : right < -0.25 ? 'end' : 'middle',
      oClock: Math.round(seen.oClock * 10) / 10,
    }
  }),
)
const side = computed(() => ({ deck: at(seenOf(4), radius.value * 1.98), pan: at(seenOf(184), radius.value * 1.66) }))
const transform = computed(
  () =>
    `translate(${centre.value.x} ${centre.value.y}) scale(${sense.value} 1) rotate(${view.value.rolledDeg}) scale(${radius.value})`,
)
defineExpose({ view })
</script>

<template>
  <div class="flex h-full min-h-0 flex-col">
    <div ref="frame" class="relative min-h-0 flex-1 overflow-hidden bg-layout">
      <svg
        :width="width"
        :height="height"
        :viewBox="`0 0 ${width} ${height}`"
        class="block cursor-grab touch-none select-none outline-none focus-visible:outline-4 focus-visible:outline-(--brass-on-blue)"
        role="slider"
        tabindex="0"
        :aria-label="t('cam.roll-label')"
        aria-valuemin="0"
        aria-valuemax="359"
        :aria-valuenow="turnOf(view.rolledDeg)"
        :aria-valuetext="
          t('cam.block', { seen: t(`cam.seen-from.${view.seenFrom}`), deg: turnOf(view.rolledDeg) }) +
          holes.map((o) => ` ${t('cam.here', { hour: o.oClock })}`).join()
        "
        data-part="block-lie"
        @pointerdown="take"
        @pointermove="drag"
        @pointerup="heldAt = null"
        @pointercancel="heldAt = null"
        @keydown="onKey"
      >
        <!-- The block as it stands upright from the front, rolled, and mirrored where it is seen from the rear. -->
        <g :transform="transform" fill="none" stroke="var(--scribe)" vector-effect="non-scaling-stroke">
          <path
            d="M -1.3 -1.75 H 1.8 V -0.5 L 2.1 0.4 V 1.35 H -1.3 Z"
            fill="rgb(232 238 244 / 0.07)"
            stroke-width="0.02"
          />
          <path d="M -1.5 1.35 H 2.3" stroke-width="0.09" stroke-opacity="0.8" />
          <path d="M 0.55 -1.75 V -0.35 M 1.45 -1.75 V -0.35" stroke-width="0.015" stroke-dasharray="0.08 0.05" />
          <circle cx="1.0" cy="0.85" r="0.34" stroke-width="0.015" stroke-dasharray="0.08 0.05" />
        </g>
        <g font-size="13" fill="var(--scribe)" fill-opacity="0.85" text-anchor="middle">
          <text :x="side.deck.x" :y="side.deck.y">{{ t('cam.deck') }}</text>
          <text :x="side.pan.x" :y="side.pan.y">{{ t('cam.pan') }}</text>
        </g>
        <!-- The housing in hand, enlarged, with its bushing. -->
        <circle
          :cx="centre.x"
          :cy="centre.y"
          :r="radius * 1.12"
          fill="var(--layout)"
          stroke="var(--scribe)"
          stroke-width="2"
        />
        <circle
          v-if="bushing > 0"
          :cx="centre.x"
          :cy="centre.y"
          :r="radius * 0.93"
          fill="none"
          stroke="var(--brass-on-blue)"
          :stroke-width="radius * 0.14"
        />
        <g v-for="(o, i) in holes" :key="i" data-part="seen-hole" :data-hour="o.oClock">
          <line
            :x1="o.to.x"
            :y1="o.to.y"
            :x2="o.outer.x"
            :y2="o.outer.y"
            stroke="var(--scribe)"
            stroke-opacity="0.55"
            stroke-width="2"
            stroke-dasharray="4 4"
          />
          <line
            :x1="o.from.x"
            :y1="o.from.y"
            :x2="o.to.x"
            :y2="o.to.y"
            stroke="var(--paint-mark, #fff)"
            stroke-width="7"
            stroke-linecap="round"
          />
          <text
            :x="o.outer.x"
            :y="o.outer.y"
            :text-anchor="o.anchor"
            fill="var(--scribe)"
            stroke="var(--layout)"
            stroke-width="5"
            paint-order="stroke"
          >
            <tspan font-size="19" font-weight="700">{{ t('cam.here', { hour: o.oClock }) }}</tspan>
            <tspan :x="o.outer.x" dy="18" font-size="13">
              {{ t('cam.book', { hour: o.drilling.oClock }) }}, {{ o.drilling.feeds }}
            </tspan>
          </text>
        </g>
        <text
          :x="centre.x"
          :y="centre.y + 8"
          text-anchor="middle"
          font-size="26"
          font-weight="700"
          fill="var(--scribe)"
        >
          {{ housing.n }}
        </text>
        <!-- Up is up: the drawing hangs as the block does. -->
        <g fill="var(--scribe)">
          <path :d="`M ${centre.x} 4 l -7 12 h 14 z`" />
          <text :x="centre.x + 14" y="16" font-size="13">{{ t('cam.up') }}</text>
          <text x="12" y="20" font-size="15" font-weight="700">{{ t(`cam.seen-from.${view.seenFrom}`) }}</text>
          <text x="12" y="38" font-size="13" :fill="noted ? 'var(--scribe)' : 'var(--online-on-blue)'">
            {{
              noted
                ? t('cam.lies', { deg: turnOf(lie.rolledDeg), seen: t(`cam.seen-from.${lie.seenFrom}`) })
                : t('cam.roll')
            }}
          </text>
        </g>
      </svg>
    </div>
    <div v-if="!closed" class="flex flex-wrap gap-1 bg-paper p-1" data-part="lie-keys">
      <button type="button" class="key" data-part="lie-upright" @click="set(0)">{{ t('cam.upright') }}</button>
      <button type="button" class="key" data-part="lie-upside" @click="set(180)">{{ t('cam.upside') }}</button>
      <button type="button" class="key" data-part="lie-end" @click="view = { ...view, seenFrom: other }">
        {{ t('cam.other-end') }}
      </button>
      <button
        v-if="tilt.can.value"
        type="button"
        class="key"
        :aria-pressed="tilt.on.value"
        data-part="lie-tilt"
        @click="tilt.turn()"
      >
        {{ t(tilt.on.value ? 'cam.tilt-on' : 'cam.tilt') }}
      </button>
      <button
        v-if="!noted"
        type="button"
        class="key !border-2 !border-ink font-bold"
        data-part="lie-note"
        @click="emit('lies', { rolledDeg: turnOf(view.rolledDeg), seenFrom: view.seenFrom })"
      >
        {{ t('cam.lies-now') }}
      </button>
    </div>
  </div>
</template>
