<script setup lang="ts">
import type { MapSeen } from '~~/core/tools/network/viewing'
import { boxOf, drawnCables, frameOf, kindText } from './drawing'

/** The site: what stands where, and what is joined to what. */
const props = defineProps<{ map: MapSeen; open: string; addresses: boolean; ports: boolean }>()
const emit = defineEmits<{ open: [device: string] }>()

const frame = computed(() => frameOf(props.map))
const cables = computed(() => drawnCables(props.map))
const box = computed(() => `${frame.value.x} ${frame.value.y} ${frame.value.width} ${frame.value.height}`)
const label = ({ name, kind, about, addresses, pending }: MapSeen['devices'][number]): string =>
  [name, about ?? kindText(kind), ...addresses, pending > 0 ? `${counted(pending, 'change', 'changes')} pending` : '']
    .filter(Boolean)
    .join(' ')
</script>

<template>
  <svg :viewBox="box" role="group" aria-label="Map of the site" preserveAspectRatio="xMidYMid meet">
    <g v-for="area in map.areas" :key="area.name">
      <rect class="area" :x="area.at.x" :y="area.at.y" :width="area.width" :height="area.height" rx="4" />
      <text class="area-name" :x="area.at.x + 10" :y="area.at.y + 18">{{ area.name }}</text>
    </g>
    <g v-for="cable in cables" :key="cable.key" :class="cable.up ? 'cable' : 'cable is-down'">
      <line :x1="cable.from.x" :y1="cable.from.y" :x2="cable.to.x" :y2="cable.to.y" />
      <text v-if="!cable.up" class="down" :x="cable.middle.x" :y="cable.middle.y">down</text>
      <template v-if="ports">
        <text v-for="port in cable.ports" :key="port.text + port.at.x" class="port" :x="port.at.x" :y="port.at.y + 4">
          {{ port.text }}
        </text>
      </template>
    </g>
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
      @keydown.enter.prevent="emit('open', device.name)"
      @keydown.space.prevent="emit('open', device.name)"
    >
      <rect
        :x="device.at.x"
        :y="device.at.y"
        :width="boxOf(device).width"
        :height="boxOf(device).height"
        :rx="device.kind === 'router' ? 14 : 3"
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
      <template v-for="(address, at) in addresses ? device.addresses : []" :key="address">
        <text class="address" :x="device.at.x + 9" :y="device.at.y + 44 + at * 14">{{ address }}</text>
        {{ ' ' }}
      </template>
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
.area {
  fill: var(--ground);
  stroke: var(--line);
}
.area-name,
.kind,
.port {
  fill: var(--ink-soft);
  font-size: 11px;
}
.cable line {
  stroke: var(--ink);
  stroke-width: 2;
}
.is-down line {
  stroke-dasharray: 3 5;
  stroke: var(--run-out);
}
.port,
.down {
  text-anchor: middle;
  paint-order: stroke;
  stroke: var(--surface);
  stroke-width: 4px;
}
.down {
  fill: var(--run-out);
  font-weight: 700;
  font-size: 12px;
}
.device {
  cursor: pointer;
  outline: none;
}
.device rect {
  fill: var(--surface);
  stroke: var(--ink);
  stroke-width: 1.2;
}
.switch rect {
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
  font-size: 10.5px;
}
.pending {
  fill: var(--inform);
}
</style>
