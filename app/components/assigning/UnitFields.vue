<script setup lang="ts">
import type { UnitDocument } from '~~/core/assignment/units'

/** What a unit is made of: its papers with their weights, which of them count, and what becomes of those not sat. */
const unit = defineModel<UnitDocument>({ required: true })
defineProps<{ choices: readonly string[]; nameOf: (assignmentId: string) => string }>()

const ways = [
  { value: 'all', label: 'every paper counts' },
  { value: 'best', label: 'only the best count' },
  { value: 'drop', label: 'the lowest are dropped' },
]
const unsats = [
  { value: 'left-out', label: 'left out' },
  { value: 'zero', label: 'counted as 0' },
]

function add(assignmentId: string) {
  unit.value.parts.push({ assignmentId, weight: 1 })
}

function takeOut(assignmentId: string) {
  unit.value.parts = unit.value.parts.filter(part => part.assignmentId !== assignmentId)
}
</script>

<template>
  <div class="form">
    <div class="field">
      <label for="title">Name</label><InputText id="title" v-model="unit.title" maxlength="120" fluid autofocus />
    </div>
    <table v-if="unit.parts.length > 0">
      <thead>
        <tr>
          <th scope="col">Paper</th>
          <th scope="col" class="right">Weight</th>
          <th><span class="spoken">Take out</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="part in unit.parts" :key="part.assignmentId">
          <td>{{ nameOf(part.assignmentId) }}</td>
          <td class="right">
            <InputNumber
              v-model="part.weight"
              :min="1"
              :max="1000"
              :allow-empty="false"
              :input-style="{ width: '5rem', textAlign: 'right' }"
              :aria-label="`Weight of ${nameOf(part.assignmentId)}`"
            />
          </td>
          <td class="right">
            <Button
              text
              size="small"
              severity="secondary"
              label="Take out"
              :aria-label="`Take out ${nameOf(part.assignmentId)}`"
              @click="takeOut(part.assignmentId)"
            />
          </td>
        </tr>
      </tbody>
    </table>
    <Select
      :model-value="null"
      :options="choices.map(id => ({ id, label: nameOf(id) }))"
      option-value="id"
      option-label="label"
      placeholder="Add a paper"
      aria-label="Add a paper"
      empty-message="Every paper given is in a unit or optional."
      @update:model-value="add"
    />
    <div class="row">
      <div class="field">
        <label id="takes">What counts</label
        ><Select
          v-model="unit.takes"
          :options="ways"
          option-value="value"
          option-label="label"
          aria-labelledby="takes"
          fluid
        />
      </div>
      <div v-if="unit.takes !== 'all'" class="field few">
        <label for="count">How many</label
        ><InputNumber v-model="unit.count" input-id="count" :min="1" :max="40" :allow-empty="false" fluid />
      </div>
      <div class="field">
        <label id="unsat">A paper not sat is</label
        ><Select
          v-model="unit.unsat"
          :options="unsats"
          option-value="value"
          option-label="label"
          aria-labelledby="unsat"
          fluid
        />
      </div>
    </div>
  </div>
</template>

<style scoped>
.form {
  display: grid;
  gap: 0.9rem;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 0.8rem;
}
.row .field {
  flex: 1 1 12rem;
}
.row .few {
  flex: 0 1 6rem;
}
.field {
  display: grid;
  gap: 0.25rem;
}
.field label {
  font-weight: 600;
}
.form th {
  padding: 0 0 0.3rem;
  font-size: var(--small);
  font-weight: 600;
}
.form td {
  vertical-align: middle;
  padding: 0.25rem 0;
  border-top: 1px solid var(--line);
}
</style>
