<script setup lang="ts">
/** Changing one's own password. */
const visible = defineModel<boolean>('visible', { required: true })
const done = ref(false)
watch(visible, () => (done.value = false))
</script>

<template>
  <Dialog v-model:visible="visible" modal header="Change password" :style="{ width: '420px' }">
    <p v-if="done" class="notice is-passed" role="status">
      The new password holds from now on. Other devices are signed out.
    </p>
    <PasswordForm v-else v-slot="{ ready, busy }" present="Present password" @changed="done = true">
      <Button outlined severity="secondary" label="Don’t" @click="visible = false" />
      <Button type="submit" label="Change it" :disabled="!ready" :loading="busy" />
    </PasswordForm>
    <template v-if="done" #footer><Button label="Done" @click="visible = false" /></template>
  </Dialog>
</template>
