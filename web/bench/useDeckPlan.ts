import { computed, type Ref } from 'vue'
import type { EngineShape } from '#core/job/snapshot'

export interface BorePlace {
  cylinder: number
  x: number
  y: number
}

/**
 * Where a direction points on a plan: the front is at the left, so 12 o'clock points left
 * and the hours run clockwise as seen from above.
 */
export function onPlan(angleDeg: number): { x: number; y: number } {
  const angle = (angleDeg * Math.PI) / 180
  return { x: -Math.cos(angle), y: -Math.sin(angle) }
}

/** The deck in plan, in mm of the engine: bores at true pitch, banks one above the other. */
export function useDeckPlan(engine: Ref<Pick<EngineShape, 'banks' | 'boreMm' | 'pitchMm' | 'heads'>>) {
  const margin = computed(() => engine.value.boreMm * 0.18)
  const rowPitch = computed(() => engine.value.boreMm * 1.2)
  const bores = computed<BorePlace[]>(() =>
    engine.value.banks.flatMap((bank, row) =>
      bank.map((cylinder, i) => ({
        cylinder,
        // Banks of a V stand half a web apart, as the crank pins do.
        x: margin.value + engine.value.boreMm / 2 + i * engine.value.pitchMm + row * engine.value.pitchMm * 0.12,
        y: margin.value + engine.value.boreMm / 2 + row * rowPitch.value,
      })),
    ),
  )
  const width = computed(() => Math.max(...bores.value.map((b) => b.x)) + engine.value.boreMm / 2 + margin.value)
  const height = computed(() => Math.max(...bores.value.map((b) => b.y)) + engine.value.boreMm / 2 + margin.value)
  const place = (cylinder: number) => bores.value.find((b) => b.cylinder === cylinder)
  const heads = computed(() =>
    engine.value.heads.map((head) => {
      const own = head.flatMap((c) => place(c) ?? [])
      const pad = engine.value.boreMm / 2 + margin.value * 0.6
      const x = Math.min(...own.map((b) => b.x)) - pad
      const y = Math.min(...own.map((b) => b.y)) - pad
      return {
        cylinders: head,
        x,
        y,
        width: Math.max(...own.map((b) => b.x)) + pad - x,
        height: Math.max(...own.map((b) => b.y)) + pad - y,
      }
    }),
  )
  return { bores, heads, width, height, place }
}
