<script setup lang="ts">
import { onMounted } from 'vue'
import { useOutbox } from '../stores/outbox'
import { useShop } from '../stores/shop'

const outbox = useOutbox()
const shop = useShop()

onMounted(async () => {
  await outbox.load()
  await shop.load()
})
</script>

<template>
  <RouterView />
</template>
