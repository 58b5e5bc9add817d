<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { entriesAt, lastAt } from '#core/works/front/read-front'
import { sealOutMove } from '#core/works/front/seal-out'
import { removalWays } from '#core/works/front/kinds'
import { useFigures } from '../../../bench/useFigures'
import EndShell from '../EndShell.vue'
import ShaftTracks from '../ShaftTracks.vue'
import { useEnds } from '../useEnds'

const { t } = useI18n()
const { length } = useFigures()
const hands = useEnds(sealOutMove)
const { snapshot, closed, mine, strike } = hands
const out = computed(() => (mine.value ? lastAt(snapshot.value, 'sealsOut', mine.value.place) : null))
const tracks = computed(() => (mine.value ? entriesAt(snapshot.value, 'tracks', mine.value.place) : []))
/** A drill goes no deeper than the seal is thick, less a margin. */
const MARGIN_MM = 2
</script>

<template>
  <EndShell :hands="hands">
    <ShaftTracks v-if="mine" :snapshot="snapshot" :end="mine" />
    <template #side>
      <dl v-if="mine && !out" class="text-body" data-part="ways">
        <template v-for="way in removalWays" :key="way">
          <dt class="font-bold">{{ t(`front.way.${way}`) }}</dt>
          <dd class="mb-2 text-small text-soft">
            {{ t(`front.way-says.${way}`, { stop: length(Math.max(1, mine.of.seal.widthMm - MARGIN_MM)) }) }}
          </dd>
        </template>
      </dl>
      <div v-if="out" class="border border-line bg-plate p-3 text-body" data-part="seal-out-entry">
        <p class="font-bold">{{ t(`front.way.${out.way}`) }}</p>
        <p v-if="out.scratched" class="font-semibold text-outside">{{ t('front.scratched') }}</p>
        <button v-if="!closed" type="button" class="key mt-2" @click="strike(out.id)">{{ t('front.strike') }}</button>
      </div>
      <ul class="text-body">
        <li v-for="tr in tracks" :key="tr.id" class="flex items-center gap-2 border-b border-line py-1">
          <span class="flex-1">
            {{ t(`front.feel.${tr.feel}`) }},
            <span class="figure">{{ length(tr.fromMm) }} – {{ length(tr.toMm) }}</span>
          </span>
          <button v-if="!closed" type="button" class="key !min-h-[44px] !px-2 text-small" @click="strike(tr.id)">
            {{ t('front.strike') }}
          </button>
        </li>
      </ul>
    </template>
  </EndShell>
</template>
