<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { readComplaint } from '#core/works/liners/read-complaint'
import type { Snapshot } from '#core/job/snapshot'
import { complaintTold } from '#core/works/liners/told'
import { useTell } from '../../../bench/useTell'

const props = defineProps<{ snapshot: Snapshot }>()
const { t } = useI18n()
const tell = useTell()
const read = computed(() => readComplaint(props.snapshot))
const named = (complaints: readonly string[]) => complaints.map((c) => t(`complaint.${c}`)).join(', ')
/** What any sign explains of what the engine came in with. */
const explained = computed(() =>
  props.snapshot.job.complaints.filter((c) => read.value.signs.some((s) => s.explains.includes(c))),
)
const lines = computed(() => complaintTold(read.value.signs))
</script>

<template>
  <section
    class="max-h-[132px] overflow-y-auto border-t border-line bg-plate px-3 py-1.5 text-small leading-snug"
    tabindex="0"
    :aria-label="t('sign.name')"
    data-part="complaint-note"
  >
    <p class="font-bold">
      {{ t('sign.name') }}
      <span v-if="snapshot.job.complaints.length" class="font-normal"
        >{{ t('sign.complaint', { complaints: named(snapshot.job.complaints) }) }}
        <b v-if="explained.length" data-part="explained">{{
          t('sign.explains', { complaints: named(explained) })
        }}</b></span
      >
    </p>
    <ul class="grid grid-cols-2 gap-x-4">
      <li v-for="(l, i) in lines" :key="i" :data-sign="l.code">{{ tell(l.told) }}</li>
    </ul>
    <p v-if="read.unexplained.length" class="font-semibold" data-part="unexplained">
      {{ t('sign.unexplained', { complaints: named(read.unexplained) }) }}
    </p>
  </section>
</template>
