<script setup lang="ts">
/** A list of people as CSV: typed, pasted, or from a file in UTF-8 or the older Western European coding. */
const text = defineModel<string>({ required: true })
const example = 'name,email,role,cohorts\nAda Reedmace,ada.reedmace@sallowmere.test,trainee,Harbour intake'

async function pick(event: Event) {
  const input = event.target as HTMLInputElement
  const bytes = await input.files?.[0]?.arrayBuffer()
  input.value = ''
  if (!bytes) return
  try {
    text.value = new TextDecoder('utf-8', { fatal: true }).decode(bytes)
  } catch {
    text.value = new TextDecoder('windows-1252').decode(bytes)
  }
}
</script>

<template>
  <div class="input">
    <label for="list">People, a line each; the first line names the columns</label>
    <Textarea
      id="list"
      v-model="text"
      class="figure"
      rows="7"
      fluid
      spellcheck="false"
      :placeholder="example"
      aria-describedby="list-help"
    />
    <p id="list-help" class="soft small">
      Columns: <code>name</code>, <code>email</code>, and where you like <code>role</code> (trainee unless you say
      trainer, invigilator or administrator) and <code>cohorts</code> (several parted by a bar). Commas, semicolons or
      tabs part the columns.
    </p>
    <div>
      <label for="list-file">Or from a file</label>
      <input id="list-file" type="file" accept=".csv,.tsv,.txt,text/csv,text/plain" @change="pick" />
    </div>
  </div>
</template>

<style scoped>
.input {
  display: grid;
  gap: 0.4rem;
}
label {
  font-weight: 600;
}
input {
  margin-left: 0.6rem;
}
</style>
