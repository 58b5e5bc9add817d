<script setup lang="ts">
import JointDialog from './JointDialog.vue'

/** The bolts that hold a liner down while it is measured. */
defineProps<{ open: boolean; cylinder: number }>()
const emit = defineEmits<{ close: [] }>()
</script>

<template>
  <JointDialog :open="open" code="hold-down" :cylinder="cylinder" @close="emit('close')" />
</template>
