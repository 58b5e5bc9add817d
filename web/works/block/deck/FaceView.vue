<script setup lang="ts">
import { computed, ref, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import { faceLine, faceLineNames, faceOf, liesOnFace, type FaceLine, type FacePoint } from '#core/works/block/faces'
import type { FlatFace } from '#core/works/block/kinds'
import type { ReadLine } from '#core/works/block/read-block'
import type { Snapshot } from '#core/job/snapshot'
import { useFigures } from '../../../bench/useFigures'

/** A face with its bores from above, the lines of the straight edge and the gap under each; two touches draw another line. */
const props = defineProps<{
  engine: Snapshot['engine']
  on: FlatFace
  head: number
  lines: ReadLine[]
  /** The line that comes next; null where none does. */
  next: string | null
  chosen: string | null
  closed: boolean
}>()
const emit = defineEmits<{ choose: [id: string]; draw: [line: FaceLine] }>()
const { t } = useI18n()
const { length } = useFigures()
const face = computed(() => faceOf(props.engine, props.head))
const GAP = 12
const box = computed(
  () => `${-GAP} ${-face.value.widthMm / 2 - GAP} ${face.value.lengthMm + 2 * GAP} ${face.value.widthMm + 2 * GAP}`,
)
const svg = useTemplateRef<SVGSVGElement>('svg')
const begun = ref<FacePoint | null>(null)
const off = ref(false)
const toned = { in: 'var(--inside-on-blue)', unsure: 'var(--online-on-blue)', out: 'var(--outside-on-blue)' }
const open = computed(() =>
  faceLineNames
    .filter((name) => !props.lines.some((l) => l.name === name))
    .map((name) => ({ name, ...faceLine(face.value, name, props.engine.boreMm) })),
)
/** Figures stand clear of each other: those of a diagonal near the end it begins at. */
const figureAt = ({ name, entry: { from, to } }: ReadLine): FacePoint => {
  const share = name === 'front-left' ? 0.28 : name === 'front-right' ? 0.72 : 0.5
  return [from[0] + (to[0] - from[0]) * share, from[1] + (to[1] - from[1]) * share]
}

/** What went under; where nothing did, the leaf that did not. */
const gapText = ({ entry }: ReadLine) =>
  entry.gapMm === 0 && entry.notMm !== null ? `< ${length(entry.notMm)}` : length(entry.gapMm)

/** Where a touch lies on the face, mm. */
function pointOf(event: PointerEvent): FacePoint | null {
  const matrix = svg.value?.getScreenCTM()
  if (!matrix) return null
  const { x, y } = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse())
  return [Math.round(x), Math.round(y)]
}
function touch(event: PointerEvent): void {
  const at = pointOf(event)
  if (props.closed || !at) return
  if (!begun.value) {
    begun.value = [Math.max(0, at[0]), at[1]]
    off.value = false
    return
  }
  const line = { from: begun.value, to: [Math.max(0, at[0]), at[1]] as FacePoint }
  begun.value = null
  off.value = !liesOnFace(face.value, line, props.engine.boreMm)
  if (!off.value) emit('draw', line)
}
</script>

<template>
  <figure class="flex min-h-0 min-w-0 flex-1 flex-col" :data-face="`${on}-${head}`">
    <figcaption class="px-3 pt-1 text-body text-scribe">
      {{ t(`block.on.${on}`) }}{{ engine.heads.length > 1 ? ` ${head}` : '' }}
      <span v-if="begun" class="font-semibold">{{ t('block.second-point') }}</span>
      <span v-else-if="off" class="font-semibold text-(--outside-on-blue)" role="alert" data-part="line-off">{{
        t('block.line-off')
      }}</span>
    </figcaption>
    <svg
      ref="svg"
      :viewBox="box"
      class="min-h-0 w-full flex-1 touch-manipulation"
      role="img"
      :aria-label="t('block.face-describe', { face: t(`block.on.${on}`), head })"
      data-part="face"
      @pointerup="touch"
    >
      <rect
        x="0"
        :y="-face.widthMm / 2"
        :width="face.lengthMm"
        :height="face.widthMm"
        fill="rgb(232 238 244 / 0.08)"
        stroke="var(--scribe)"
        stroke-width="2"
      />
      <g v-for="b in face.bores" :key="b.cylinder">
        <circle
          :cx="b.alongMm"
          cy="0"
          :r="engine.boreMm / 2"
          fill="var(--layout)"
          stroke="var(--scribe)"
          stroke-width="1.6"
        />
        <text :x="b.alongMm" y="11" text-anchor="middle" font-size="30" fill="var(--scribe)" fill-opacity="0.75">
          {{ b.cylinder }}
        </text>
      </g>
      <line
        v-for="l in open"
        :key="l.name"
        :x1="l.from[0]"
        :y1="l.from[1]"
        :x2="l.to[0]"
        :y2="l.to[1]"
        :stroke="l.name === next ? 'var(--brass-on-blue)' : 'var(--scribe)'"
        :stroke-width="l.name === next ? 5 : 2"
        stroke-dasharray="4 8"
        :data-open-line="l.name"
      />
      <g
        v-for="l in lines"
        :key="l.entry.id"
        :data-line="l.name ?? 'drawn'"
        :data-verdict="l.verdict ?? 'none'"
        @pointerup.stop="emit('choose', l.entry.id)"
      >
        <line
          :x1="l.entry.from[0]"
          :y1="l.entry.from[1]"
          :x2="l.entry.to[0]"
          :y2="l.entry.to[1]"
          :stroke="l.verdict ? toned[l.verdict] : 'var(--scribe)'"
          :stroke-width="l.entry.id === chosen ? 8 : 4"
        />
        <g :transform="`translate(${figureAt(l)[0]} ${figureAt(l)[1]})`">
          <rect x="-52" y="-17" width="104" height="32" fill="var(--layout)" stroke="var(--scribe)" stroke-width="1" />
          <text y="8" text-anchor="middle" font-size="24" class="figure" fill="var(--scribe)">
            {{ gapText(l) }}
          </text>
          <!-- Room for a finger. -->
          <rect x="-64" y="-41" width="128" height="80" fill="transparent" data-part="line-label" />
        </g>
      </g>
      <circle v-if="begun" :cx="begun[0]" :cy="begun[1]" r="7" fill="var(--brass-on-blue)" />
    </svg>
  </figure>
</template>
