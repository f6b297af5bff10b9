<script setup lang="ts">
import type { NetworkOp } from '~~/core/tools/network/ops'
import { CROSSES_ITSELF } from '~~/core/tools/network/simulation/linking'
import { fastestOf } from '~~/core/tools/network/site'
import { ownInterfaces } from '~~/core/tools/network/settings/places'
import type { DeviceSeen, PortSeen, SettingSeen } from '~~/core/tools/network/viewing'
import { mediumText, speedText } from './drawing'
import type { FreePort } from './drawing'
import SettingField from './SettingField.vue'

/** The ports of a device, and what one of them is told of the chosen group. */
const props = defineProps<{
  seen: DeviceSeen
  settings: readonly SettingSeen[]
  group: string
  free: readonly FreePort[]
  wanted: { port: string; to: string } | null
}>()
const emit = defineEmits<{ operate: [op: NetworkOp]; put: [path: string, value: string] }>()
const port = defineModel<string>({ required: true })

const ofPort = computed(() => props.settings.filter(one => one.port === port.value))
/** Those that have anything to do with the group: what is on the air has nothing to do with cables. */
const ports = computed(() => {
  const concerned = props.seen.ports.filter(({ name }) => props.settings.some(one => one.port === name))
  return concerned.length > 0 ? concerned : props.seen.ports
})
watch(
  ports,
  now => {
    if (!now.some(({ name }) => name === port.value)) port.value = now[0]?.name ?? ''
  },
  { immediate: true },
)
const chosen = computed(() => props.seen.ports.find(({ name }) => name === port.value) ?? null)
const place = computed(() => `${props.seen.device.name} ${port.value}`)
const joinTo = ref('')
/** Where a cable of this port could go. */
const fitting = computed(() => props.free.filter(({ medium }) => medium === chosen.value?.medium))
/** Ports of older devices don’t find out themselves on which pairs to send. */
const choosesPairs = computed(() => chosen.value?.medium === 'copper' && fastestOf(props.seen.device) < CROSSES_ITSELF)
const crossed = ref(false)
function plugIn() {
  const crossing = choosesPairs.value && crossed.value
  emit('operate', { type: 'join', from: place.value, to: joinTo.value, ...(crossing ? { crossed: true } : {}) })
}
watch(
  () => props.wanted,
  wanted => {
    joinTo.value = wanted?.to ?? ''
  },
  { immediate: true },
)
const added = ref('')
const own = computed(() => ownInterfaces(props.seen.device))
const example = computed(() => /(?:vlan|p)\d[\d.]*/.exec(own.value)?.[0] ?? '')

/** What VLANs a port is in, in short: the untagged one, and those with a tag. */
function vlansOf({ name, part }: PortSeen): string {
  if (part) return `those of ${part}`
  const of = (leaf: string): string =>
    props.settings.find(one => one.port === name && one.path.endsWith(`/${leaf}`))?.pending ?? ''
  return [of('pvid'), of('tagged') && `tagged ${of('tagged').replaceAll(',', ', ')}`].filter(Boolean).join(', ')
}
function linkOf({ up, to, isPort, link }: PortSeen): string {
  if (up) return link ? speedText(link) : 'up'
  return to || !isPort ? 'down' : ''
}
const freeText = ({ medium }: PortSeen): string => (medium === 'copper' ? 'free' : `free, for ${mediumText(medium)}`)
function add() {
  const name = added.value.trim()
  emit('put', `interfaces/${name}/enabled`, 'true')
  port.value = name
  added.value = ''
}
</script>

<template>
  <div>
    <table>
      <thead>
        <tr>
          <th scope="col">Port</th>
          <th scope="col">To</th>
          <th scope="col">{{ group === 'VLANs' ? 'VLANs' : 'Link' }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="one in ports" :key="one.name" :class="{ chosen: one.name === port }">
          <th scope="row">
            <Button text size="small" :label="one.name" :aria-pressed="one.name === port" @click="port = one.name" />
          </th>
          <td class="figure">{{ one.to || (one.isPort ? freeText(one) : one.address) }}</td>
          <td>{{ group === 'VLANs' ? vlansOf(one) : linkOf(one) }}</td>
        </tr>
      </tbody>
    </table>
    <form v-if="group === 'Ports' && own && !seen.foreign" class="acts" @submit.prevent="add">
      <InputText
        v-model="added"
        size="small"
        class="figure"
        :placeholder="example"
        :title="own"
        aria-label="New interface"
      />
      <Button type="submit" size="small" text label="Add" :disabled="added === ''" />
    </form>
    <section v-if="chosen" :aria-label="`Port ${port}`">
      <h4>{{ port }}</h4>
      <SettingField
        v-for="one in ofPort"
        :key="one.path"
        :setting="one"
        @put="(path, text) => emit('put', path, text)"
      />
      <p v-if="ofPort.length === 0 && !seen.foreign" class="small soft">Nothing of this is set on {{ port }}.</p>
      <p v-if="group === 'Ports'" class="small soft figure">
        {{ chosen.hardware }}<template v-if="chosen.address">, {{ chosen.address }}</template>
      </p>
      <div v-if="group === 'Ports' && chosen.isPort && !seen.foreign" class="acts">
        <Button
          v-if="chosen.to"
          size="small"
          text
          label="Unplug"
          @click="emit('operate', { type: 'unplug', at: place })"
        />
        <template v-else>
          <select v-model="joinTo" :aria-label="`Join ${port} to`">
            <option value="" disabled>join to…</option>
            <option v-for="one in fitting" :key="one.place">{{ one.place }}</option>
          </select>
          <label v-if="choosesPairs" class="small crossed"><input v-model="crossed" type="checkbox" /> crossover</label>
          <Button size="small" text label="Plug in" :disabled="joinTo === ''" @click="plugIn" />
        </template>
      </div>
    </section>
  </div>
</template>

<style scoped src="../panel.css"></style>

<style scoped src="./fields.css"></style>

<style scoped>
table {
  width: 100%;
}
th,
td {
  padding: 0 0.3rem;
  border-bottom: 1px solid var(--line);
  font-weight: 400;
  font-size: var(--small);
}
.chosen {
  background: var(--act-wash);
}
table button {
  padding-block: 0.1rem;
}
form {
  margin-top: 0.4rem;
}
form input {
  min-width: 0;
  flex: 1;
}
</style>
