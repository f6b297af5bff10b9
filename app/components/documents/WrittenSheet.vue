<script setup lang="ts">
import type { WrittenDocument } from '~~/core/paper/documents'

/** A note or a letter. */
defineProps<{ document: WrittenDocument }>()
</script>

<template>
  <p v-for="text in document.paragraphs" :key="text" class="text">{{ text }}</p>
</template>
