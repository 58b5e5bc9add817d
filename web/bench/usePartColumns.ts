import { computed, h, type ComputedRef } from 'vue'
import { useI18n } from 'vue-i18n'
import type { EngineCard } from '#contract/shop'
import { clockHour } from '#core/measure/angle'
import { oddParts } from '#core/plan/read-repair'
import type { ListColumn } from './list-column'
import type { PartRow } from './part-rows'
import { useFigures } from './useFigures'
import WindowGlyph from './WindowGlyph.vue'

interface Of {
  kind: 'liner' | 'shim'
  engines: readonly EngineCard[]
  /** The job whose parts these are; null for the shop's. */
  jobId: string | null
}

/** What a list of liners or of shims shows of each. */
export function usePartColumns(of: () => Of): ComputedRef<ListColumn<PartRow>[]> {
  const { t } = useI18n()
  const { length } = useFigures()
  const engineName = (id: string) => of().engines.find((e) => e.id === id)?.name ?? ''
  /** Words that stand in ten thousand rows are looked up once. */
  const words = computed(() => ({
    flag: Object.fromEntries(['unmeasured', 'off-nominal', 'uneven', 'good'].map((f) => [f, t(`parts.flag.${f}`)])),
    material: Object.fromEntries(['stainless', 'brass', 'steel'].map((m) => [m, t(`material.${m}`)])),
    chamfer: Object.fromEntries(['none', 'inside', 'outside'].map((c) => [c, t(`parts.chamfer.${c}`)])),
    shelf: t('parts.shelf'),
  }))
  const whereOf = (r: PartRow) =>
    r.fitted === null
      ? words.value.shelf
      : r.fitted.jobId === of().jobId
        ? t('parts.here', { cylinder: r.fitted.cylinder })
        : t('parts.elsewhere')

  const withRing = (r: PartRow) => t('parts.with-ring', { ring: r.ringsMm.map((x) => length(x)).join(' + ') })
  const figure = (text: string) => h('span', { class: 'figure' }, text)
  return computed((): ListColumn<PartRow>[] => [
    {
      id: 'label',
      value: (r) => r.label,
      header: t('parts.label'),
      cell: (r, value) =>
        h(
          'button',
          {
            type: 'button',
            class: 'min-h-[44px] min-w-[44px] text-left text-lead font-bold underline-offset-4 hover:underline',
            'data-part': 'choose-part',
            'data-label': value,
          },
          r.label,
        ),
    },
    ...(of().jobId === null
      ? [{ value: (r: PartRow) => engineName(r.engineId), id: 'engine', header: t('jobs.engine') }]
      : []),
    {
      id: 'nominal',
      value: (r) => r.nominalMm,
      header: t('parts.nominal'),
      cell: (r) =>
        r.ringsMm.length === 0
          ? figure(length(r.nominalMm))
          : h('span', [
              figure(length(r.nominalMm)),
              h('span', { class: 'ml-2 text-small text-soft', 'data-part': 'own-ring' }, withRing(r)),
            ]),
    },
    {
      value: (r) => r.actualMm ?? 0,
      id: 'actual',
      header: t('parts.actual'),
      cell: (r) => {
        const off = oddParts[r.kind].offMm
        if (r.actualMm === null) return h('span', { class: 'text-soft' }, t('parts.unmeasured'))
        return h('span', { class: 'flex items-center gap-2' }, [
          figure(length(r.actualMm)),
          h(WindowGlyph, {
            valueMm: r.actualMm,
            minMm: r.nominalMm - off,
            maxMm: r.nominalMm + off,
            verdict: r.flag === 'off-nominal' ? 'out' : 'in',
            width: 54,
          }),
        ])
      },
    },
    {
      value: (r) => r.wedgeMm ?? -1,
      id: 'wedge',
      header: t(of().kind === 'liner' ? 'parts.wedge' : 'parts.uneven'),
      cell: (r) => {
        return r.wedgeMm === null
          ? '—'
          : h('span', { class: r.flag === 'uneven' ? 'font-bold text-outside' : '' }, [
              figure(length(r.wedgeMm)),
              r.thickAtDeg === null ? '' : ` ${t('parts.thick-at', { clock: clockHour(r.thickAtDeg) })}`,
            ])
      },
    },
    {
      value: (r) => words.value.flag[r.flag] ?? '',
      id: 'flag',
      header: t('parts.state'),
      cell: (r, value) => h('span', { class: r.flag === 'good' ? '' : 'font-semibold', 'data-flag': r.flag }, value),
    },
    {
      value: (r) =>
        r.kind === 'shim' ? `${words.value.material[r.material]} · ${words.value.chamfer[r.chamfer]}` : r.material,
      id: 'material',
      header: t('engine.shim-material'),
    },
    { value: (r) => whereOf(r), id: 'where', header: t('parts.where') },
  ])
}
