<script setup lang="ts">
import { placeText, portsOf } from '~~/core/tools/network/site'
import type { CaptureSeen } from '~~/core/tools/network/viewing'
import type { TaskView } from '~~/core/wire/sitting'
import type { WorkOnTask } from '~/composables/useWork'
import DeviceConsole from './DeviceConsole.vue'
import DevicePanel from './DevicePanel.vue'
import NetworkList from './NetworkList.vue'
import NetworkMap from './NetworkMap.vue'
import PacketStory from './PacketStory.vue'
import { useNetwork } from './useNetwork'

/** A network: the site in the middle, a device beside it, its console and where the last packet went below. */
const props = defineProps<{ task: TaskView; sittingId: string; work: WorkOnTask }>()
const network = useNetwork(props.work)
const { map, open, device, last, refusal } = network
const shown = reactive({ addresses: true, ports: true })
const listed = ref(false)
const inHand = computed(() => stepInHandOf(props.task))

/** Ports without a cable, of other devices than the one that is open. */
const free = computed(() => {
  const used = new Set(map.value?.cables.flatMap(({ from, to }) => [from, to]))
  return (map.value?.devices ?? [])
    .filter(({ name }) => name !== open.value)
    .flatMap(one => portsOf(one).map(port => placeText({ device: one.name, port })))
    .filter(place => !used.has(place))
})
/** Saves the frames of what was tried last, for a program that reads captures. */
async function save() {
  const of = (network.answers.value?.length ?? 0) - 1
  const capture = await props.work.ask<CaptureSeen>({ kind: 'capture', of })
  if (capture) saveAs(capture.name, 'application/x-pcapng', Uint8Array.from(capture.bytes))
}
function show(name: string) {
  open.value = name
  refusal.value = ''
}
</script>

<template>
  <div v-if="map" class="network">
    <header>
      <strong class="small">On the map</strong>
      <Button
        v-for="(on, what) in shown"
        :key="what"
        size="small"
        outlined
        severity="secondary"
        class="overlay"
        :aria-pressed="on"
        :disabled="listed"
        :label="what === 'addresses' ? 'Addresses' : 'Ports'"
        @click="shown[what] = !on"
      />
      <span v-if="inHand?.mode === 'watched'" class="small soft">each change that is applied is a try</span>
      <Button
        class="as-list"
        size="small"
        outlined
        severity="secondary"
        :label="listed ? 'As a map' : 'As a list'"
        @click="listed = !listed"
      />
    </header>
    <section class="panel map" :aria-label="listed ? 'The site as a list' : 'The site as a map'">
      <NetworkList v-if="listed" :map="map" :open="open" @open="show" />
      <NetworkMap v-else :map="map" :open="open" v-bind="shown" @open="show" />
    </section>
    <DevicePanel v-if="device" :seen="device" :refusal="refusal" :free="free" @operate="network.operate" />
    <div class="below">
      <DeviceConsole v-if="device" :seen="device" :network="network" />
      <PacketStory :answer="last" @save="save" />
    </div>
  </div>
</template>

<style scoped>
.network {
  display: grid;
  grid-template: auto minmax(0, 1.5fr) minmax(0, 1fr) / minmax(0, 1fr) 262px;
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
.as-list {
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
