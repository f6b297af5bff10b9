<script setup lang="ts">
import { mediumOf, placeText, portsOf, radiosOf, readPlace } from '~~/core/tools/network/site'
import type { Device } from '~~/core/tools/network/site'
import type { NetworkOnScreen } from '~~/core/tools/network/viewing'
import type { TaskView } from '~~/core/wire/sitting'
import type { WorkOnTask } from '~/composables/useWork'
import DeviceConsole from './DeviceConsole.vue'
import DevicePanel from './DevicePanel.vue'
import NetworkList from './NetworkList.vue'
import NetworkMap from './NetworkMap.vue'
import PacketStory from './PacketStory.vue'
import { frameOf } from './drawing'
import type { FreePort } from './drawing'
import { rasterOf } from './signal'
import { useNetwork } from './useNetwork'
import { useNetworkFiles } from './useNetworkFiles'
import { useStepping } from './useStepping'

/** A network: the site in the middle, a device beside it, its console and where the last packet went below. */
const props = defineProps<{ task: TaskView; sittingId: string; work: WorkOnTask<NetworkOnScreen> }>()
const network = useNetwork(props.work)
const { map, open, device, last, refusal } = network
const shown = reactive({ addresses: true, ports: true, vlans: true, signal: false })
const OVERLAYS = { addresses: 'Addresses', ports: 'Ports', vlans: 'VLANs', signal: 'Signal' } as const
const overlays = computed(() => {
  const { signal: _, ...usual } = OVERLAYS
  return map.value?.devices.some(one => radiosOf(one).length > 0) ? OVERLAYS : usual
})
const signal = props.work.view(() => (shown.signal && map.value ? rasterOf(frameOf(map.value)) : null))
const listed = ref(false)
const inHand = computed(() => stepInHandOf(props.task))

/** Ports without a cable, and what they are made for, by device. */
const freePorts = computed(() => {
  const used = new Set(map.value?.cables.flatMap(({ from, to }) => [from, to]))
  const freeOf = (one: Device): FreePort[] =>
    portsOf(one)
      .map(port => ({ place: placeText({ device: one.name, port }), medium: mediumOf(one, port) }))
      .filter(({ place }) => !used.has(place))
  return new Map((map.value?.devices ?? []).map(one => [one.name, freeOf(one)]))
})
/** Those of other devices than the one that is open. */
const free = computed(() => [...freePorts.value].flatMap(([name, places]) => (name === open.value ? [] : places)))
/** A cable that was drawn, and waits for the ports to be agreed to: from a port of the open device to another. */
const wanted = ref<{ port: string; to: string } | null>(null)
function draw(from: string, to: string) {
  show(from)
  const freeOf = (name: string) => freePorts.value.get(name) ?? []
  const [ours, theirs] = [freeOf(from), freeOf(to)]
  const one = ours.find(({ medium }) => theirs.some(other => other.medium === medium))
  const other = theirs.find(({ medium }) => medium === one?.medium)
  if (one && other) wanted.value = { port: readPlace(one.place).port, to: other.place }
  else if (ours.length > 0 && theirs.length > 0) refusal.value = `No free ports of ${from} and ${to} fit each other.`
  else refusal.value = `${ours.length > 0 ? to : from} has no free port.`
}
const stepping = useStepping(last)
const packet = stepping.note
const files = useNetworkFiles(network)
function show(name: string) {
  open.value = name
  refusal.value = ''
  wanted.value = null
}
</script>

<template>
  <div v-if="map" class="network">
    <header>
      <strong class="small">On the map</strong>
      <Button
        v-for="(label, what) in overlays"
        :key="what"
        size="small"
        outlined
        severity="secondary"
        class="overlay"
        :aria-pressed="shown[what]"
        :disabled="listed"
        :label="label"
        @click="shown[what] = !shown[what]"
      />
      <span v-if="inHand?.mode === 'watched'" class="small soft">each change that is applied is a try</span>
      <Button
        class="to-right"
        size="small"
        text
        label="Save the site"
        title="Devices, cables and settings as JSON"
        @click="files.saveSite"
      />
      <Button
        size="small"
        outlined
        severity="secondary"
        :label="listed ? 'As a map' : 'As a list'"
        @click="listed = !listed"
      />
    </header>
    <section class="panel map" :aria-label="listed ? 'The site as a list' : 'The site as a map'">
      <NetworkList v-if="listed" :map="map" :open="open" @open="show" />
      <NetworkMap
        v-else
        :map="map"
        :open="open"
        :packet="packet"
        v-bind="{ ...shown, signal }"
        @open="show"
        @draw="draw"
      />
    </section>
    <DevicePanel
      v-if="device"
      :seen="device"
      :refusal="refusal"
      :free="free"
      :wanted="wanted"
      @operate="network.operate"
      @save="files.saveSettings"
      @open="files.openSettings"
    />
    <div class="below">
      <DeviceConsole v-if="device" :seen="device" :network="network" />
      <PacketStory :answer="last" :stepping="stepping" @save="files.saveFrames" />
    </div>
  </div>
</template>

<style scoped>
.network {
  display: grid;
  grid-template: auto minmax(0, 1.5fr) minmax(0, 1fr) / minmax(0, 1fr) 290px;
  gap: 0.6rem 0.7rem;
  height: 100%;
}
header {
  grid-column: 1 / -1;
  display: flex;
  gap: 0.5rem;
  align-items: center;
}
.overlay[aria-pressed='true'] {
  background: var(--act-wash);
  border-color: var(--act);
  color: var(--ink);
  font-weight: 700;
}
.to-right {
  margin-left: auto;
}
.map {
  min-height: 0;
  min-width: 0;
  overflow: hidden;
}
.network > .device {
  grid-area: 2 / 2 / 4 / 3;
}
.below {
  display: grid;
  grid-template-columns: minmax(0, 1.1fr) minmax(0, 1fr);
  gap: 0.7rem;
  min-height: 0;
}
@container tool (max-width: 760px) {
  .network {
    grid-template: auto minmax(180px, 1fr) auto minmax(0, 1fr) / minmax(0, 1fr);
  }
  .network > .device {
    grid-area: auto;
    max-height: 14rem;
  }
}
</style>
