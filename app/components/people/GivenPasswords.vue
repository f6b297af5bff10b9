<script setup lang="ts">
import { csvOf } from '~~/core/ground/csv'
import type { GivenPassword } from '~~/core/wire/people'

/**
 * Passwords that the server has just made, to be passed on now (a list of them saved or printed): nobody can see
 * them again.
 */
const props = defineProps<{ passwords: readonly GivenPassword[]; list?: boolean }>()
const save = (): void => saveAs('passwords.csv', 'text/csv;charset=utf-8', csvOf(props.passwords))
const print = (): void => window.print()
</script>

<template>
  <section class="given" aria-label="New passwords" data-passwords>
    <header v-if="list">
      <h2>{{ counted(passwords.length, 'new password', 'new passwords') }}</h2>
      <div class="no-print acts">
        <Button outlined severity="secondary" label="Save as CSV" @click="save" /><Button
          outlined
          severity="secondary"
          label="Print"
          @click="print"
        />
      </div>
    </header>
    <p class="notice no-print" role="status">
      <template v-if="list"><strong>They are shown this once.</strong> Save or print them and pass each on.</template
      ><template v-else><strong>It is shown this once.</strong> Pass it on.</template> People choose their own from the
      menu under their name.
    </p>
    <table>
      <thead>
        <tr>
          <th scope="col">Name</th>
          <th scope="col">Address</th>
          <th scope="col">Password</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="one in passwords" :key="one.email">
          <td>{{ one.name }}</td>
          <td>{{ one.email }}</td>
          <td class="figure">{{ one.password }}</td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.given {
  display: grid;
  gap: 0.8rem;
}
header {
  display: flex;
  align-items: center;
  justify-content: space-between;
}
h2 {
  font-size: var(--large);
}
.acts {
  display: flex;
  gap: 0.5rem;
}
table {
  width: 100%;
  border-collapse: collapse;
}
th,
td {
  padding: 0.4rem 0.6rem;
  border-bottom: 1px solid var(--line);
  text-align: left;
}
tr {
  break-inside: avoid;
}
</style>
