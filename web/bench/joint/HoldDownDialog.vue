<script setup lang="ts">
import { computed } from 'vue'
import { jointOf } from '#core/works/fasteners/read-joint'
import { useJob } from '../../stores/job'
import JointDialog from './JointDialog.vue'

/** The bolts that hold a liner down while it is measured. */
defineProps<{ open: boolean; cylinder: number }>()
const emit = defineEmits<{ close: [] }>()
const job = useJob()
const joint = computed(() => jointOf(job.snapshot!, 'hold-down'))
</script>

<template>
  <JointDialog v-if="joint" :open="open" :joint="joint" :cylinder="cylinder" @close="emit('close')" />
</template>
