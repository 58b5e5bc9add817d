<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { damperOff } from '#core/works/front/off/steps'
import { damperScrap, readPuller, roundRimMm } from '#core/works/front/read-damper'
import { lastOf } from '#core/works/front/read-front'
import { useFigures } from '../../../bench/useFigures'
import EntryKeys from '../../../bench/record/EntryKeys.vue'
import EndShell from '../EndShell.vue'
import { useEnds, wholeCrank } from '../useEnds'
import PullScrews from './PullScrews.vue'

const { t } = useI18n()
const { length, rough } = useFigures()
const hands = useEnds('damper-off', damperOff)
const { snapshot, section, closed, strike } = hands
const puller = computed(() => (section.value?.damper ? readPuller(section.value.damper) : null))
const seen = computed(() => lastOf(snapshot.value, 'dampers'))
const scrap = computed(() => damperScrap(snapshot.value))
const pulled = computed(() => lastOf(snapshot.value, 'pulled'))
</script>

<template>
  <EndShell :hands="hands" whole>
    <PullScrews
      v-if="puller && section?.damper"
      :screws="puller.screws"
      :count="section.damper.pullCount"
      :force-n="puller.forceN"
    />
    <template #side>
      <p v-if="section?.damper" class="text-body">{{ t(`front.kind.${section.damper.kind}`) }}</p>
      <div v-if="seen" class="border border-line bg-plate p-3 text-body" data-part="damper-entry">
        <p v-if="section?.damper?.kind === 'fluid'">
          {{
            t('front.record-hours', {
              hours: seen.ranH ?? '—',
              dented: t(seen.dented ? 'front.dented-housing' : 'front.sound-housing'),
              rim: seen.runoutMm === null ? '—' : length(seen.runoutMm),
            })
          }}
        </p>
        <p v-else>
          {{
            t('front.record-seen', {
              index: seen.indexDeg,
              round: rough(roundRimMm(snapshot, seen.indexDeg) ?? 0),
              rim: seen.runoutMm === null ? '—' : length(seen.runoutMm),
              rubber: t(`front.rubber.${seen.rubber}`),
            })
          }}
        </p>
        <p v-for="why in scrap" :key="why" class="font-semibold text-outside">{{ t(`front.scrap.${why}`) }}</p>
        <EntryKeys
          v-if="!closed && !pulled"
          class="mt-2"
          :hands="hands"
          what="judge-damper"
          :entry="seen"
          :spot="wholeCrank"
        />
      </div>
      <p v-if="pulled" class="text-body">{{ t('front.record-pulled', { screws: pulled.screws }) }}</p>
      <button v-if="pulled && !closed" type="button" class="key" @click="strike(pulled.id)">
        {{ t('front.strike') }}
      </button>
    </template>
  </EndShell>
</template>
