<script setup lang="ts">
import { useLooksStore } from '~/stores/looks'

useLooks()
const looks = useLooksStore()
</script>

<template>
  <NuxtLayout>
    <NuxtPage />
  </NuxtLayout>
  <LazyReadingRuler v-if="looks.own.readingRuler" />
</template>
