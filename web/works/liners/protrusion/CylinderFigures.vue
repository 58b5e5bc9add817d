<script setup lang="ts">
import { Wrench } from '@lucide/vue'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { readLedge } from '#core/works/liners/ledges'
import { worstReadingMm } from '#core/works/liners/worst-liner'
import type { CylinderState } from '#core/works/liners/deck'
import type { Limits } from '#core/job/snapshot'
import type { Snapshot } from '#core/job/snapshot'
import GaugeWarning from '../../../bench/GaugeWarning.vue'
import { useFigures } from '../../../bench/useFigures'

const props = defineProps<{
  snapshot: Snapshot
  gaugeId: string
  state: CylinderState
  limits: Limits
  closed: boolean
  newer: number | null
}>()
const emit = defineEmits<{ gauge: []; adopt: []; history: []; reopen: []; bolts: [] }>()
const { t } = useI18n()
const { length } = useFigures()
/** What its ledge leaned when it was measured, and nothing was cut since. */
const ledge = computed(() => {
  const { plane, complete, changed } = readLedge(props.snapshot, props.state.cylinder)
  return complete && !changed ? plane : null
})
</script>

<template>
  <section
    class="flex min-h-0 w-[222px] shrink-0 flex-col justify-between bg-layout p-2 text-scribe"
    :aria-label="t('figures.name')"
    data-part="figures"
  >
    <dl
      class="grid min-h-0 flex-1 grid-cols-[1fr_auto] content-start overflow-y-auto gap-x-2 gap-y-0.5 text-small [&>dt]:opacity-85"
      tabindex="0"
    >
      <template v-if="state.judgement">
        <dt>{{ t('figures.mean-worst') }}</dt>
        <dd class="figure text-right" data-part="mean-worst">
          {{ length(state.judgement.meanMm) }} · {{ length(worstReadingMm(state)!) }}
        </dd>
        <template v-if="state.window.of !== 'one'">
          <dt>{{ t(`figures.window.${state.window.of}`) }}</dt>
          <dd class="figure text-right" data-part="window-of" :data-window="state.window.of">
            {{ length(state.window.minMm) }} – {{ length(state.window.maxMm) }}
          </dd>
        </template>
        <dt>{{ t('figures.within', { limit: length(limits.withinLinerMaxMm) }) }}</dt>
        <dd class="text-right" data-part="evenness">
          <span class="figure">{{ length(state.judgement.rangeMm, [limits.withinLinerMaxMm]) }}</span><br
            v-if="state.judgement.verdicts.evenness !== 'in'"
          /><b v-if="state.judgement.verdicts.evenness !== 'in'">
            {{ t(`verdict.${state.judgement.verdicts.evenness}`) }}</b
          >
        </dd>
      </template>
      <!-- The liner's lean and the ledge's are two measurements, of one thing or of two. -->
      <template v-if="state.plane && ledge">
        <dt>{{ t('figures.liner-lean') }}</dt>
        <dd class="figure text-right">{{ length(state.plane.tiltMm) }}</dd>
        <dt>{{ t('figures.ledge-lean') }}</dt>
        <dd class="figure text-right" data-part="ledge-lean">{{ length(ledge.tiltMm) }}</dd>
      </template>
      <dt>{{ t('figures.u') }}</dt>
      <dd class="figure text-right">
        {{ state.set ? (state.set.rule === 'plain' ? t('figures.plain') : `±${length(state.uncertaintyMm)}`) : '—' }}
      </dd>
      <template v-if="state.prediction">
        <dt class="col-span-2 mt-1">{{ t('figures.predicted') }}</dt>
        <dd class="figure col-span-2 text-right text-body" data-part="prediction">
          {{ length(state.prediction.expectMm)
          }}<template v-if="state.prediction.measuredMm !== null">
            → {{ length(state.prediction.measuredMm) }} ({{
              length(state.prediction.differenceMm!, [], true)
            }})</template
          >
        </dd>
      </template>
      <template v-if="state.set?.closed">
        <dt>{{ t('figures.zero') }}</dt>
        <dd
          class="text-right"
          :class="{ 'font-bold text-(--outside-on-blue)': state.set.closed.zeroMoved }"
          data-part="zero-state"
        >
          {{
            state.set.closed.zeroMm === null
              ? t('figures.zero-unchecked')
              : t(state.set.closed.zeroMoved ? 'figures.zero-moved' : 'figures.zero-good', {
                  zero: length(state.set.closed.zeroMm, [], true),
                })
          }}
        </dd>
      </template>
    </dl>
    <div class="mt-auto"><GaugeWarning :snapshot="snapshot" :gauge-id="state.set?.gaugeId ?? gaugeId" /></div>
    <div class="mt-1 flex gap-1.5">
      <button type="button" class="key flex-1 !px-1" data-part="toggle-gauge" @click="emit('gauge')">
        {{ t('pad.gauge') }}
      </button>
      <button type="button" class="key flex-1 !px-1" data-part="history" @click="emit('history')">
        {{ t('pad.history') }}
      </button>
      <button
        v-if="limits.holdDownNm !== null"
        type="button"
        class="key !px-2"
        data-part="open-bolts"
        :aria-label="t('figures.bolts')"
        :title="t('figures.bolts')"
        @click="emit('bolts')"
      >
        <Wrench :size="18" aria-hidden="true" />
      </button>
      <button
        v-if="newer && !closed"
        type="button"
        class="key flex-[2] !px-1 leading-tight"
        data-part="adopt"
        @click="emit('adopt')"
      >
        {{ t('pad.new-limits', { version: newer }) }}
      </button>
      <button
        v-if="closed"
        type="button"
        class="key flex-1 !px-1 leading-tight"
        data-part="reopen"
        @click="emit('reopen')"
      >
        {{ t('pad.reopen') }}
      </button>
    </div>
  </section>
</template>
