<script setup lang="ts">
import { useBenchStore } from '~/stores/bench'

/** The paper's instructions, what is allowed, and the shortcuts, at any time. */
const visible = defineModel<boolean>('visible', { required: true })
const bench = useBenchStore()
</script>

<template>
  <Dialog v-model:visible="visible" modal header="Help" :style="{ width: '600px' }" dismissable-mask>
    <template v-if="bench.sitting">
      <h3>Instructions of this paper</h3>
      <ul class="texts">
        <li v-for="text in bench.sitting.paper.instructions" :key="text">{{ text }}</li>
      </ul>
      <p v-if="bench.sitting.paper.allowed.length > 0">
        Allowed beside you: {{ bench.sitting.paper.allowed.join(', ') }}.
        {{ bench.sitting.rules.secondWindow ? 'Other windows may be open.' : 'No other window may be open.' }}
      </p>
      <p>
        Whom to ask: {{ bench.sitting.rules.contact
        }}<template v-if="bench.sitting.rules.room">, {{ bench.sitting.rules.room }}</template
        >.
      </p>
    </template>
    <h3>Keys</h3>
    <table>
      <tbody>
        <tr v-for="shortcut in shortcuts" :key="shortcut.id">
          <th scope="row">
            <kbd class="figure">{{ shortcut.keys }}</kbd>
          </th>
          <td>{{ shortcut.does }}</td>
        </tr>
      </tbody>
    </table>
  </Dialog>
</template>

<style scoped>
.texts {
  display: grid;
  gap: 0.3rem;
  margin: 0.4rem 0 0.75rem;
  padding-left: 1.1rem;
  list-style: disc;
}
h3:not(:first-child) {
  margin-top: 1rem;
}
p + p {
  margin-top: 0.4rem;
}
th {
  width: 6rem;
  padding: 0.2rem 0;
}
kbd {
  padding: 0 0.35rem;
  border: 1px solid var(--line-strong);
  border-radius: 3px;
}
</style>
