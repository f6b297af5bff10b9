<script setup lang="ts">
import type { DrawnCable } from './drawing'

/** What joins the devices on the map: lines with a light at each end, filled where there is a link. */
defineProps<{
  cables: readonly DrawnCable[]
  /** What is written beside them: the names of ports, their VLANs, how well the air is heard. */
  ports: boolean
  vlans: boolean
  signal: boolean
}>()
</script>

<template>
  <g>
    <g
      v-for="cable in cables"
      :key="cable.key"
      :class="['cable', cable.medium, { 'is-down': !cable.up, 'is-air': cable.air }]"
    >
      <line :x1="cable.from.x" :y1="cable.from.y" :x2="cable.to.x" :y2="cable.to.y" />
      <circle
        v-for="end in cable.air ? [] : [cable.from, cable.to]"
        :key="`${end.x} ${end.y}`"
        class="light"
        :cx="end.x"
        :cy="end.y"
        r="3.5"
      />
      <text v-if="!cable.up" class="down" :x="cable.middle.x" :y="cable.middle.y">down</text>
      <template v-if="signal && cable.air">
        <text
          v-for="(line, at) in cable.air.split(', ')"
          :key="line"
          class="port"
          :x="cable.middle.x"
          :y="cable.middle.y - 8 + at * 22"
        >
          {{ line }}
        </text>
      </template>
      <template v-for="port in signal && cable.air ? [] : cable.ports" :key="port.text + port.at.x">
        <text v-if="ports" :class="['port', port.anchor]" :x="port.at.x" :y="port.at.y + 4">{{ port.text }}</text>
        <text
          v-if="vlans && port.vlans"
          :class="['port', 'vlans', port.anchor]"
          :x="port.at.x"
          :y="port.at.y + (ports ? 17 : 4)"
        >
          {{ port.vlans }}
        </text>
      </template>
    </g>
  </g>
</template>

<style scoped>
text {
  fill: var(--ink);
  font-size: 13px;
}
.port {
  fill: var(--ink-soft);
  font-size: 11px;
}
.cable line {
  stroke: var(--ink);
  stroke-width: 2;
}
.light {
  fill: var(--ink);
  stroke: var(--surface);
  stroke-width: 1.5;
}
.is-down .light {
  fill: var(--surface);
  stroke: var(--run-out);
}
.fibre line {
  stroke-width: 1.2;
}
.pair line {
  stroke-dasharray: 14 3;
}
.is-air line {
  stroke-dasharray: 0.5 7;
  stroke-linecap: round;
  stroke-width: 3;
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
.start {
  text-anchor: start;
}
.end {
  text-anchor: end;
}
.vlans {
  fill: var(--ink);
  font-weight: 600;
}
.down {
  fill: var(--run-out);
  font-weight: 700;
  font-size: 12px;
}
</style>
