<script setup lang="ts">
import { sure } from '~~/core/ground/sure'
import type { NetworkOp } from '~~/core/tools/network/ops'
import type { DeviceSeen } from '~~/core/tools/network/viewing'
import { kindText } from './drawing'
import type { FreePort } from './drawing'
import { familiesOf, groupsOf, hasPortSettings } from './families'
import PortSettings from './PortSettings.vue'
import SettingField from './SettingField.vue'
import SettingList from './SettingList.vue'

/** A device: what it has been told, by what that is for, what is pending, and what it knows. */
const props = defineProps<{
  seen: DeviceSeen
  refusal: string
  free: readonly FreePort[]
  /** A cable that was drawn on the map, to be agreed to. */
  wanted: { port: string; to: string } | null
}>()
const emit = defineEmits<{ operate: [op: NetworkOp]; save: []; open: [file: File] }>()

const device = computed(() => props.seen.device)
const name = computed(() => device.value.name)
const fitted = computed(() => {
  const { ports, radios = 0 } = device.value
  return [ports && counted(ports, 'port', 'ports'), radios && counted(radios, 'radio', 'radios')]
    .filter(Boolean)
    .join(', ')
})
const groups = computed(() => groupsOf(device.value))
const group = ref(sure(groups.value[0]))
const port = ref('p1')
watch(name, () => {
  port.value = 'p1'
  if (!groups.value.includes(group.value)) group.value = sure(groups.value[0])
})
watch([() => props.wanted, name], ([wanted]) => {
  if (!wanted) return
  group.value = 'Ports'
  port.value = wanted.port
})
const settings = computed(() => props.seen.settings.filter(one => one.group === group.value))
const withPorts = computed(() => hasPortSettings(device.value, group.value))
const families = computed(() => familiesOf(device.value, group.value))
/** What the device is told once. */
const single = computed(() => settings.value.filter(({ port: of, at }) => of === null && at.length === 0))

function open({ target }: Event) {
  if (!(target instanceof HTMLInputElement)) return
  const [file] = target.files ?? []
  if (file) emit('open', file)
  target.value = ''
}
function put(path: string, value: string) {
  emit(
    'operate',
    value === '' ? { type: 'drop', device: name.value, path } : { type: 'put', device: name.value, path, value },
  )
}
</script>

<template>
  <aside class="panel device" :aria-label="`Device ${name}`">
    <h3>{{ name }}</h3>
    <p class="small soft">{{ device.about ?? kindText(device.kind) }}, {{ fitted }}</p>
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
    <p v-if="seen.foreign" class="small">It belongs to somebody else, and takes no settings from here.</p>
    <div v-else class="groups" role="group" aria-label="What is set">
      <Button
        v-for="one in groups"
        :key="one"
        size="small"
        text
        :label="one"
        :aria-pressed="one === group"
        @click="group = one"
      />
    </div>
    <PortSettings
      v-if="withPorts || seen.foreign"
      v-model="port"
      :seen="seen"
      :settings="settings"
      :group="group"
      :free="free"
      :wanted="wanted"
      @operate="op => emit('operate', op)"
      @put="put"
    />
    <template v-if="!seen.foreign">
      <div v-if="single.length" class="single">
        <SettingField v-for="one in single" :key="one.path" :setting="one" @put="put" />
      </div>
      <SettingList
        v-for="family in families"
        :key="`${name} ${family.base}`"
        :family="family"
        :settings="settings"
        @put="put"
      />
    </template>
    <section v-for="table in seen.tables" :key="table.title">
      <h4>{{ table.title }}</h4>
      <p v-for="(row, at) in table.rows" :key="at" class="small figure row">{{ row.join('  ') }}</p>
    </section>
    <div v-if="!seen.foreign" class="acts">
      <Button size="small" text label="Save settings" title="As JSON (RFC 7951)" @click="emit('save')" />
      <label class="file small">
        Open settings
        <input type="file" accept=".json,application/json" @change="open" />
      </label>
    </div>
    <Button
      v-if="seen.canUndo"
      size="small"
      text
      label="Undo the last change here"
      @click="emit('operate', { type: 'undo', device: name })"
    />
  </aside>
</template>

<style scoped src="../panel.css"></style>

<style scoped src="./fields.css"></style>

<style scoped>
.device {
  padding: 0.7rem 0.8rem;
  overflow: auto;
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
.groups {
  display: flex;
  flex-wrap: wrap;
  margin: 0.5rem 0 0.4rem;
  border-bottom: 1px solid var(--line-strong);
}
.groups button {
  padding: 0.2rem 0.35rem;
  font-size: var(--small);
  border-radius: 4px 4px 0 0;
}
.groups button[aria-pressed='true'] {
  background: var(--act-wash);
  color: var(--ink);
  font-weight: 700;
}
.file {
  display: inline-flex;
  margin: 0;
  padding: 0.3rem 0.6rem;
  border-radius: 4px;
  color: var(--act);
  font-weight: 600;
  cursor: pointer;
}
.file input {
  position: absolute;
  width: 1px;
  opacity: 0;
}
.file:focus-within {
  outline: 2px solid var(--focus, var(--act));
}
.single {
  margin-top: 0.5rem;
}
.row {
  overflow-wrap: anywhere;
}
</style>
