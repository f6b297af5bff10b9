<script setup lang="ts">
import type { CableSeen, MapSeen } from '~~/core/tools/network/viewing'
import { airText, kindText, mediumText } from './drawing'

/** The same as the map, in words. */
defineProps<{ map: MapSeen; open: string }>()
const emit = defineEmits<{ open: [device: string] }>()
const cableKind = ({ medium, crossed }: CableSeen): string =>
  medium === 'air' ? 'air' : crossed ? 'copper, crossed' : mediumText(medium)
</script>

<template>
  <div class="lists">
    <table>
      <caption class="small soft">
        Devices
      </caption>
      <thead>
        <tr>
          <th scope="col">Device</th>
          <th scope="col">Kind</th>
          <th scope="col">Addresses</th>
          <th scope="col">Pending</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="device in map.devices" :key="device.name" :class="{ open: device.name === open }">
          <th scope="row"><Button text size="small" :label="device.name" @click="emit('open', device.name)" /></th>
          <td>{{ kindText(device.kind) }}</td>
          <td class="figure">{{ device.addresses.join(', ') }}</td>
          <td>{{ device.pending > 0 ? counted(device.pending, 'change', 'changes') : '' }}</td>
        </tr>
      </tbody>
    </table>
    <table>
      <caption class="small soft">
        Cables, and what is joined on the air
      </caption>
      <tbody>
        <tr v-for="cable in map.cables" :key="cable.from">
          <td class="figure">{{ cable.from }}</td>
          <td class="figure">{{ cable.to }}</td>
          <td>
            {{ cable.air ? `${cable.air.ssid}, ${airText(cable.air)}` : cable.up ? `${cable.speed} Mbit/s` : 'down' }}
          </td>
          <td>{{ cableKind(cable) }}</td>
          <td>{{ [cable.vlans.from, cable.vlans.to].filter(Boolean).join(' / ') }}</td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.lists {
  height: 100%;
  overflow: auto;
  padding: 0.5rem 0.9rem;
}
caption {
  text-align: left;
  padding: 0.4rem 0;
}
th[scope='row'] {
  white-space: nowrap;
}
th,
td {
  padding: 0.1rem 0.5rem;
  border-bottom: 1px solid var(--line);
  font-weight: 400;
}
thead th {
  font-size: var(--small);
  color: var(--ink-soft);
}
.open {
  background: var(--act-wash);
}
</style>
