<script setup lang="ts">
import type { MapSeen, SignalSeen } from '~~/core/tools/network/viewing'
import { shadesOf } from './signal'

/** What devices stand in: the parts of the firm, their walls, and how far access points are heard. */
const props = defineProps<{ map: MapSeen; signal: SignalSeen | null }>()
const shades = computed(() => (props.signal ? shadesOf(props.signal) : []))
const levelText = (level: number): string => `−${-level} dBm`
</script>

<template>
  <g>
    <g v-for="area in map.areas" :key="area.name">
      <rect class="area" :x="area.at.x" :y="area.at.y" :width="area.width" :height="area.height" rx="4" />
    </g>
    <path v-for="shade in shades" :key="shade.level" class="shade" :d="shade.path" />
    <line
      v-for="(wall, at) in map.walls"
      :key="at"
      :class="['wall', wall.kind]"
      :x1="wall.from.x"
      :y1="wall.from.y"
      :x2="wall.to.x"
      :y2="wall.to.y"
    />
    <text v-for="area in map.areas" :key="area.name" class="area-name" :x="area.at.x + 10" :y="area.at.y + 18">
      {{ area.name }}
    </text>
    <template v-for="shade in shades" :key="shade.level">
      <text v-if="shade.label" class="level" :x="shade.label.x" :y="shade.label.y + 4">
        {{ levelText(shade.level) }}
      </text>
    </template>
  </g>
</template>

<style scoped>
.area {
  fill: var(--ground);
  stroke: var(--line);
}
text {
  fill: var(--ink-soft);
  font-size: 11px;
}
.wall {
  stroke: var(--ink-soft);
  stroke-width: 2;
}
.heavy {
  stroke-width: 5;
}
.shade {
  fill: var(--act);
  fill-opacity: 0.09;
  stroke: var(--act);
  stroke-opacity: 0.45;
  stroke-width: 0.75;
}
.level {
  text-anchor: middle;
  paint-order: stroke;
  stroke: var(--ground);
  stroke-width: 4px;
  stroke-linejoin: round;
}
</style>
