<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { camOut } from '#core/works/bushings/cam/steps'
import { lastOf, lieOf, readJournal } from '#core/works/bushings/read-bushings'
import { readFloat } from '#core/works/bushings/read-spin'
import { useFigures } from '../../../bench/useFigures'
import EntryKeys from '../../../bench/record/EntryKeys.vue'
import HousingShell from '../HousingShell.vue'
import BlockLie from '../BlockLie.vue'
import { useLie } from '../useLie'
import { useHousings } from '../useHousings'

const { t } = useI18n()
const { length, withUnit } = useFigures()
const hands = useHousings('cam-out', camOut)
const { snapshot, section, housings, closed, mine } = hands
const lies = useLie()
const before = computed(() => readFloat(snapshot.value, 'before'))
const out = computed(() => lastOf(snapshot.value, 'shaftOut'))
const journal = computed(() => (mine.value ? readJournal(snapshot.value, mine.value) : null))
const words = computed(() =>
  Object.fromEntries(
    housings.value.map((h) => {
      const j = readJournal(snapshot.value, h)
      return [
        h.place,
        { text: j.meanMm === null ? t('rail.open') : length(j.meanMm), more: t('cam.journal'), verdict: j.size },
      ]
    }),
  ),
)
</script>

<template>
  <HousingShell :hands="hands" :words="words">
    <BlockLie v-if="mine" :housing="mine" :lie="lieOf(snapshot)" :bushing="0" :closed="closed" @lies="lies" />
    <template #side>
      <dl v-if="before.entry" class="grid grid-cols-[1fr_auto] gap-y-1 text-body" data-part="cam-read">
        <template v-if="before.entry.endFloatMm !== null">
          <dt>{{ t('cam.end-float') }}</dt>
          <dd class="figure">
            {{ length(before.entry.endFloatMm) }}{{ before.endFloat ? ` · ${t(`verdict.${before.endFloat}`)}` : '' }}
          </dd>
        </template>
        <template v-if="before.entry.backlashMm !== null">
          <dt>{{ t('cam.backlash') }}</dt>
          <dd class="figure">
            {{ length(before.entry.backlashMm) }}{{ before.backlash ? ` · ${t(`verdict.${before.backlash}`)}` : '' }}
          </dd>
        </template>
        <dt>{{ t('cam.photographed') }}</dt>
        <dd>{{ before.entry.photographed ? '✓' : '—' }}</dd>
        <dt>{{ t('cam.followers-up') }}</dt>
        <dd>{{ before.entry.followersUp ? '✓' : '—' }}</dd>
      </dl>
      <EntryKeys
        v-if="before.entry && !out && !closed"
        :hands="hands"
        what="read-cam"
        :entry="before.entry"
        :spot="{ cylinder: null, place: null }"
      />
      <template v-if="mine && section">
        <p class="text-body">
          {{ t('cam.journal') }}
          {{ t('cam.want', { want: withUnit(mine.of.journalMm), tol: length(section.journalTolMm) }) }}
        </p>
        <dl v-if="journal?.entry" class="grid grid-cols-[1fr_auto] gap-y-1 text-body" data-part="journal-entry">
          <dt>{{ t('cam.size') }}</dt>
          <dd class="figure">{{ length(journal.meanMm!) }} · {{ t(`verdict.${journal.size}`) }}</dd>
          <dt>{{ t('cam.round') }}</dt>
          <dd class="figure">{{ length(journal.outOfRoundMm!) }}</dd>
        </dl>
        <EntryKeys v-if="journal?.entry && !closed" :hands="hands" what="measure-journal" :entry="journal.entry" />
      </template>
    </template>
  </HousingShell>
</template>
