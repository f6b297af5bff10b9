<script setup lang="ts">
/** One's own password, given once more before something that it protects is changed. */
const props = defineProps<{ id: string }>()
const password = defineModel<string>({ required: true })
/** Where it isn't a dialog that does it, the field has the cursor too. */
onMounted(() => document.getElementById(props.id)?.focus())
</script>

<template>
  <div class="own">
    <label :for="id">Your own password</label>
    <InputText :id="id" v-model="password" type="password" autocomplete="current-password" fluid autofocus />
  </div>
</template>

<style scoped>
.own {
  display: grid;
  gap: 0.3rem;
}
label {
  font-weight: 600;
}
</style>
