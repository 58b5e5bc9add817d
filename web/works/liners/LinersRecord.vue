<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Snapshot } from '#core/job/snapshot'
import { measuredStages } from '#core/job/stages'
import { clockHour } from '#core/measure/angle'
import DeckProfile from '../../bench/DeckProfile.vue'
import PhotoThumb from '../../bench/PhotoThumb.vue'
import { useFigures } from '../../bench/useFigures'
import WindowGlyph from '../../bench/WindowGlyph.vue'
import { useJob } from '../../stores/job'

/** What the liner work shows on the record: the deck's profile, each bore's figures, and what was found. */
const props = defineProps<{ snapshot: Snapshot }>()
const emit = defineEmits<{ photo: [id: string] }>()
const { t } = useI18n()
const { length, withUnit } = useFigures()
const job = useJob()
const decks = computed(() => job.decks!)
const last = computed(
  () =>
    [...measuredStages]
      .reverse()
      .map((s) => decks.value[s])
      .find((d) => d.cylinders.some((c) => c.set)) ?? decks.value['as-found'],
)
const photos = computed(() => props.snapshot.photos.filter((p) => !p.struck))
const findings = computed(() =>
  props.snapshot.findings.filter((f) => !f.struck).sort((a, b) => a.cylinder - b.cylinder),
)
const limits = computed(() => props.snapshot.sheet.limits)
const shimmed = computed(() => props.snapshot.sheet.sections.liners?.shimmed ?? null)

const rows = computed(() =>
  last.value.cylinders.map((c) => ({
    cylinder: c.cylinder,
    state: c,
    asFound: decks.value['as-found'].cylinders.find((x) => x.cylinder === c.cylinder)?.judgement ?? null,
    dry: decks.value['trial-fit'].cylinders.find((x) => x.cylinder === c.cylinder)?.judgement ?? null,
    final: decks.value['final-check'].cylinders.find((x) => x.cylinder === c.cylinder)?.judgement ?? null,
    cut: decks.value['trial-fit'].cylinders.find((x) => x.cylinder === c.cylinder)?.cutTotalMm ?? 0,
    shim: decks.value['trial-fit'].cylinders.find((x) => x.cylinder === c.cylinder)?.shimIn ?? null,
  })),
)
</script>

<template>
  <div>
    <div class="h-[240px]">
      <DeckProfile
        :deck="last"
        :behind="last.stage === 'as-found' ? null : decks['as-found']"
        :heads="snapshot.engine.heads"
      />
    </div>
    <table class="mt-4 w-full border-collapse text-left text-body" data-part="record-table">
      <thead>
        <tr class="border-b-2 border-ink">
          <th scope="col" class="py-2 pr-2">{{ t('record.cylinder') }}</th>
          <th scope="col" class="px-2 text-right">{{ t('stage.as-found') }}</th>
          <th scope="col" class="px-2 text-right">{{ t('record.cut-column') }}</th>
          <th scope="col" class="px-2 text-right">{{ t('record.shim-column') }}</th>
          <th scope="col" class="px-2 text-right">{{ t('stage.trial-fit') }}</th>
          <th scope="col" class="px-2 text-right">{{ t('stage.final-check') }}</th>
          <th scope="col" class="px-2">{{ t('record.lean') }}</th>
          <th scope="col" class="px-2">{{ t('record.verdict') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.cylinder" class="border-b border-line">
          <th scope="row" class="py-1.5 pr-2 text-lead">{{ row.cylinder }}</th>
          <td class="figure px-2 text-right">{{ row.asFound ? length(row.asFound.meanMm) : '—' }}</td>
          <td class="figure px-2 text-right">{{ row.cut ? length(row.cut) : '—' }}</td>
          <td class="figure px-2 text-right">{{ row.shim ? length(row.shim.thicknessMm) : '—' }}</td>
          <td class="figure px-2 text-right">{{ row.dry ? length(row.dry.meanMm) : '—' }}</td>
          <td class="figure px-2 text-right">{{ row.final ? length(row.final.meanMm) : '—' }}</td>
          <td class="px-2">
            {{
              row.state.plane && row.state.judgement && row.state.plane.highAtDeg !== null
                ? t('plan.lean', {
                    lean: length(row.state.plane.tiltMm),
                    clock: clockHour(row.state.plane.highAtDeg),
                  })
                : '—'
            }}
          </td>
          <td class="px-2">
            <span v-if="row.state.judgement && row.state.verdict" class="inline-flex items-center gap-2"
              ><WindowGlyph
                :value-mm="row.state.judgement.meanMm"
                :min-mm="row.state.window.minMm"
                :max-mm="row.state.window.maxMm"
                :verdict="row.state.verdict"
              />{{ t(`verdict.${row.state.verdict}`) }}</span
            ><span v-else>—</span>
          </td>
        </tr>
      </tbody>
    </table>
    <p class="mt-3 text-small">
      {{ t('record.window') }} <span class="figure">{{ length(limits.minMm) }} – {{ withUnit(limits.maxMm) }}</span
      ><template v-if="shimmed"
        >, {{ t('figures.window.shimmed') }}
        <span class="figure">{{ length(shimmed.minMm) }} – {{ withUnit(shimmed.maxMm) }}</span></template
      >. {{ snapshot.sheet.source }} ({{ t('record.version', { version: snapshot.sheet.version }) }})
    </p>
    <section v-if="findings.length" class="mt-4" data-part="record-findings">
      <h2>{{ t('record.findings') }}</h2>
      <ul class="grid grid-cols-2 gap-x-6 text-body max-[900px]:grid-cols-1">
        <li v-for="f in findings" :key="f.id" class="border-b border-line py-0.5">
          <b>{{ f.cylinder }}</b>
          {{
            t('look.list-line', {
              kind: t(`finding.${f.kind}`),
              severity: t(`severity.${f.severity}`),
              face: t(`face.${f.on}`),
              clock: clockHour(f.atDeg),
            })
          }}
          <span class="text-soft">{{ f.words }}</span>
        </li>
      </ul>
      <div class="mt-2 flex flex-wrap gap-2">
        <PhotoThumb v-for="p in photos" :key="p.id" :photo="p" @open="emit('photo', p.id)" />
      </div>
    </section>
  </div>
</template>
