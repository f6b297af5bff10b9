<script setup lang="ts">
import { forwards } from '~~/core/tools/network/site'
import type { MapSeen, SignalSeen } from '~~/core/tools/network/viewing'
import { boxOf, drawnCables, frameOf, kindText, linesOf, placeOn } from './drawing'
import FloorPlan from './FloorPlan.vue'
import SiteCables from './SiteCables.vue'
import { useCableDrawing } from './useCableDrawing'

/** The site: what stands where, and what is joined to what. */
const props = defineProps<{
  map: MapSeen
  open: string
  addresses: boolean
  ports: boolean
  vlans: boolean
  /** How loud it is over the map, where that is shown. */
  signal: SignalSeen | null
  /** Where the packet is that is followed: a device, and the port by which it came or goes. */
  packet: { device: string; port: string | null } | null
}>()
const emit = defineEmits<{ open: [device: string]; draw: [from: string, to: string] }>()

const frame = computed(() => frameOf(props.map))
const cables = computed(() => drawnCables(props.map))
const packetAt = computed(() => (props.packet ? placeOn(props.map.devices, cables.value, props.packet) : null))
const svg = useTemplateRef<SVGSVGElement>('svg')
const drawing = useCableDrawing(svg, (from, to) => {
  emit('draw', from, to)
})
/** The cable that is being drawn: from the middle of a device to the pointer. */
const drawn = computed(() => {
  const device = props.map.devices.find(({ name }) => name === drawing.from.value)
  const to = drawing.end.value
  if (!device || !to) return null
  const { x, y, width, height } = boxOf(device)
  return { x1: x + width / 2, y1: y + height / 2, x2: to.x, y2: to.y }
})
const box = computed(() => `${frame.value.x} ${frame.value.y} ${frame.value.width} ${frame.value.height}`)
const label = ({ name, kind, about, addresses, pending }: MapSeen['devices'][number]): string =>
  [name, about ?? kindText(kind), ...addresses, pending > 0 ? `${counted(pending, 'change', 'changes')} pending` : '']
    .filter(Boolean)
    .join(' ')
</script>

<template>
  <svg ref="svg" :viewBox="box" role="group" aria-label="Map of the site" preserveAspectRatio="xMidYMid meet">
    <FloorPlan :map="map" :signal="signal" />
    <SiteCables :cables="cables" :ports="ports" :vlans="vlans" :signal="signal !== null" />
    <g
      v-for="device in map.devices"
      :key="device.name"
      :data-device="device.name"
      :class="['device', device.kind, { open: device.name === open }]"
      role="button"
      tabindex="0"
      :aria-pressed="device.name === open"
      :aria-label="label(device)"
      @click="emit('open', device.name)"
      @pointerdown="drawing.begin($event, device.name)"
      @keydown.enter.prevent="emit('open', device.name)"
      @keydown.space.prevent="emit('open', device.name)"
    >
      <rect
        :x="device.at.x"
        :y="device.at.y"
        :width="boxOf(device).width"
        :height="boxOf(device).height"
        :rx="forwards(device.kind) ? 14 : 3"
      />
      <text class="name" :x="device.at.x + 9" :y="device.at.y + 17">{{ device.name }}</text>
      {{ ' ' }}
      <text class="kind" :x="device.at.x + 9" :y="device.at.y + 30">
        {{ device.about ?? kindText(device.kind) }}
      </text>
      {{ ' ' }}
      <circle
        v-if="device.pending > 0"
        class="pending"
        :cx="device.at.x + boxOf(device).width - 9"
        :cy="device.at.y + 10"
        r="5"
      >
        <title>{{ counted(device.pending, 'change', 'changes') }} pending</title>
      </circle>
      <template v-for="(address, at) in addresses ? linesOf(device.addresses) : []" :key="address">
        <text class="address" :x="device.at.x + 8" :y="device.at.y + 44 + at * 14">{{ address }}</text>
        {{ ' ' }}
      </template>
    </g>
    <line v-if="drawn" class="drawn" v-bind="drawn" />
    <g v-if="packetAt" class="packet" :style="{ translate: `${packetAt.x}px ${packetAt.y}px` }" data-packet>
      <circle class="halo" r="12" />
      <circle r="6" />
    </g>
  </svg>
</template>

<style scoped>
svg {
  width: 100%;
  height: 100%;
  display: block;
}
text {
  fill: var(--ink);
  font-size: 13px;
}
.kind {
  fill: var(--ink-soft);
  font-size: 11px;
}
.device {
  cursor: pointer;
  outline: none;
  touch-action: manipulation;
  user-select: none;
}
.device rect {
  fill: var(--surface);
  stroke: var(--ink);
  stroke-width: 1.2;
}
.switch rect,
.routing-switch rect {
  fill: var(--track);
}
.device.open rect {
  stroke: var(--act);
  stroke-width: 3;
}
.device:focus-visible rect {
  stroke: var(--focus, var(--act));
  stroke-width: 4;
}
.name {
  font-weight: 600;
}
.address {
  font-family: var(--mono);
  font-size: 10px;
}
.pending {
  fill: var(--inform);
}
.drawn {
  stroke: var(--act);
  stroke-width: 2;
  stroke-dasharray: 5 4;
}
.drawn,
.packet {
  pointer-events: none;
}
.packet circle {
  fill: var(--act);
  stroke: var(--surface);
  stroke-width: 2;
}
.packet .halo {
  fill: var(--act);
  fill-opacity: 0.25;
  stroke: none;
}
@media (prefers-reduced-motion: no-preference) {
  .packet {
    transition: translate 0.35s ease;
  }
}
</style>
