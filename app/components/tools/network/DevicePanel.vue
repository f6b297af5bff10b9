<script setup lang="ts">
import { settingKinds } from '~~/core/tools/network/settings/paths'
import type { NetworkOp } from '~~/core/tools/network/ops'
import type { DeviceSeen, SettingSeen } from '~~/core/tools/network/viewing'
import { kindText } from './drawing'

/** A device: its ports, what it has been told, and what is pending. */
const props = defineProps<{ seen: DeviceSeen; refusal: string; free: readonly string[] }>()
const emit = defineEmits<{ operate: [op: NetworkOp] }>()

const name = computed(() => props.seen.device.name)
const port = ref('p1')
watch(name, () => {
  port.value = 'p1'
})
const ofPort = computed(() => props.seen.settings.filter(one => one.port === port.value))
const routes = computed(() => props.seen.settings.filter(({ group }) => group === 'Routes'))
const hasRoutes = computed(() => settingKinds.some(kind => kind.group === 'Routes' && kind.on(props.seen.device)))
const joined = computed(() => props.seen.ports.find(one => one.name === port.value) ?? null)
const place = computed(() => `${name.value} ${port.value}`)
const joinTo = ref('')
const route = reactive({ to: '', by: '' })

function put({ path, pending }: SettingSeen, value: string) {
  const text = value.trim()
  if (text === pending) return
  emit(
    'operate',
    text === '' ? { type: 'drop', device: name.value, path } : { type: 'put', device: name.value, path, value: text },
  )
}
function addRoute() {
  const path = `routing/routes/${route.to.trim()}/next-hop`
  emit('operate', { type: 'put', device: name.value, path, value: route.by.trim() })
  Object.assign(route, { to: '', by: '' })
}
const prefixOf = (path: string): string => path.replace(/^routing\/routes\//, '').replace(/\/next-hop$/, '')
const inputOf = (event: Event): string =>
  event.target instanceof HTMLInputElement || event.target instanceof HTMLSelectElement ? event.target.value : ''
</script>

<template>
  <aside class="panel device" :aria-label="`Device ${name}`">
    <h3>{{ name }}</h3>
    <p class="small soft">
      {{ seen.device.about ?? kindText(seen.device.kind) }}, {{ counted(seen.device.ports, 'port', 'ports') }}
    </p>
    <section v-if="seen.pending.length" class="pending" aria-label="Pending">
      <h4>{{ counted(seen.pending.length, 'change is', 'changes are') }} pending</h4>
      <p v-for="one in seen.pending" :key="one.path" class="small">
        <span class="figure">{{ one.path }}</span><br />
        <span class="figure soft">{{ one.before || 'not set' }}</span> →
        <span class="figure">{{ one.after || 'not set' }}</span>
      </p>
      <div class="acts">
        <Button size="small" label="Apply" @click="emit('operate', { type: 'apply', device: name })" />
        <Button size="small" text label="Forget" @click="emit('operate', { type: 'forget', device: name })" />
      </div>
    </section>
    <p v-if="refusal" class="notice is-refusal small" role="alert" data-refusal>{{ refusal }}</p>
    <h4>Ports</h4>
    <table class="ports">
      <thead>
        <tr>
          <th scope="col">Port</th>
          <th scope="col">To</th>
          <th scope="col">Link</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="one in seen.ports" :key="one.name" :class="{ chosen: one.name === port }">
          <th scope="row">
            <Button text size="small" :label="one.name" :aria-pressed="one.name === port" @click="port = one.name" />
          </th>
          <td class="figure">{{ one.to || 'free' }}</td>
          <td>{{ one.up ? 'up' : one.to ? 'down' : '' }}</td>
        </tr>
      </tbody>
    </table>
    <section v-if="joined" :aria-label="`Port ${port}`">
      <h4>{{ port }}</h4>
      <label v-for="one in ofPort" :key="one.path">
        <span class="small" :title="one.about">{{ one.title }}</span>
        <select v-if="one.choices.length" :value="one.pending" @change="put(one, inputOf($event))">
          <option v-for="choice in one.choices" :key="choice">{{ choice }}</option>
        </select>
        <InputText
          v-else
          size="small"
          class="figure"
          :model-value="one.pending"
          :class="{ changed: one.pending !== one.running }"
          autocomplete="off"
          spellcheck="false"
          @change="put(one, inputOf($event))"
        />
      </label>
      <p class="small soft figure">{{ joined.hardware }}</p>
      <div class="acts">
        <Button
          v-if="joined.to"
          size="small"
          text
          label="Unplug"
          @click="emit('operate', { type: 'unplug', at: place })"
        />
        <template v-else>
          <select v-model="joinTo" :aria-label="`Join ${port} to`">
            <option value="" disabled>join to…</option>
            <option v-for="one in free" :key="one">{{ one }}</option>
          </select>
          <Button
            size="small"
            text
            label="Plug in"
            :disabled="joinTo === ''"
            @click="emit('operate', { type: 'join', from: place, to: joinTo })"
          />
        </template>
      </div>
    </section>
    <section v-if="hasRoutes" aria-label="Routes">
      <h4>Routes</h4>
      <label v-for="one in routes" :key="one.path">
        <span class="figure small">{{ prefixOf(one.path) }}</span>
        <InputText
          size="small"
          class="figure"
          :model-value="one.pending"
          :aria-label="`Next hop to ${prefixOf(one.path)}`"
          autocomplete="off"
          spellcheck="false"
          @change="put(one, inputOf($event))"
        />
      </label>
      <form class="route" @submit.prevent="addRoute">
        <InputText v-model="route.to" size="small" class="figure" placeholder="0.0.0.0/0" aria-label="Route to" />
        <InputText v-model="route.by" size="small" class="figure" placeholder="next hop" aria-label="Next hop" />
        <Button type="submit" size="small" text label="Add" :disabled="route.to === '' || route.by === ''" />
      </form>
    </section>
    <section v-for="table in seen.tables" :key="table.title">
      <template v-if="table.rows.length">
        <h4>{{ table.title }}</h4>
        <p v-for="(row, at) in table.rows" :key="at" class="small figure">{{ row.join('  ') }}</p>
      </template>
    </section>
    <Button
      v-if="seen.canUndo"
      size="small"
      text
      label="Undo the last change here"
      @click="emit('operate', { type: 'undo', device: name })"
    />
  </aside>
</template>

<style scoped>
.device {
  padding: 0.7rem 0.8rem;
  overflow: auto;
}
h4 {
  margin: 0.7rem 0 0.25rem;
  padding-bottom: 0.1rem;
  border-bottom: 1px solid var(--line-strong);
  font-size: var(--small);
  color: var(--ink-soft);
}
.pending {
  margin: 0.5rem 0;
  padding: 0.1rem 0.6rem 0.4rem;
  background: var(--act-wash);
}
.pending h4 {
  color: var(--ink);
}
.pending p {
  margin-bottom: 0.3rem;
  overflow-wrap: anywhere;
}
.acts,
.route {
  display: flex;
  gap: 0.3rem;
  align-items: center;
}
.route input {
  min-width: 0;
  flex: 1;
}
label {
  display: grid;
  grid-template-columns: 5.6rem minmax(0, 1fr);
  gap: 0.4rem;
  align-items: center;
  margin-bottom: 0.25rem;
}
select {
  padding: 0.25rem 0.4rem;
  border: 1px solid var(--line-strong);
  border-radius: 4px;
  background: var(--surface);
  color: var(--ink);
  font: inherit;
  min-width: 0;
}
.changed {
  border-color: var(--inform);
}
.ports th,
.ports td {
  padding: 0 0.3rem;
  border-bottom: 1px solid var(--line);
  font-weight: 400;
  font-size: var(--small);
}
.chosen {
  background: var(--act-wash);
}
</style>
