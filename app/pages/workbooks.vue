<script setup lang="ts">
import { fileMakers } from '~/components/tools/screens'

useHead({ title: 'Workbooks · Steady Anvil' })
</script>

<template>
  <component :is="maker" v-for="(maker, at) in fileMakers()" :key="at" />
</template>
