<script setup lang="ts">
import { isIn, roomFilters } from '~~/core/room/attention'
import type { RoomFilter } from '~~/core/room/attention'
import type { RoomAct } from '~~/core/wire/room'
import type { ActName } from '~/components/room/ActDialog.vue'

const id = String(useRoute().params.id)
const room = useRoom(id)
useHead({ title: () => `${room.title.value || 'Room'} · Steady Anvil` })

const labels: Record<RoomFilter, string> = {
  all: 'All',
  attention: 'Need attention',
  waiting: 'Waiting',
  working: 'Working',
  paused: 'Stopped',
  ended: 'Ended',
}
const filter = ref<RoomFilter>('all')
const options = computed(() =>
  roomFilters.map(value => ({ value, label: `${labels[value]} ${room.counts.value[value]}` })),
)
const wanted = ref('')
const shown = computed(() =>
  room.lines.value.filter(
    ({ row, attention }) =>
      isIn(filter.value, row, attention) &&
      row.name.toLocaleLowerCase('en-GB').includes(wanted.value.toLocaleLowerCase('en-GB')),
  ),
)

const open = ref<string | null>(null)
const openLine = computed(() => room.lines.value.find(({ row }) => row.key === open.value) ?? null)
const chosen = ref<string[]>([])
const act = ref<ActName | null>(null)
/** Whom the act is for: the one in the panel, the chosen ones, or everyone it makes sense for. */
const targets = ref<string[]>([])
const told = ref<{ text: string; refused: boolean } | null>(null)
const rows = computed(() => room.lines.value.map(({ row }) => row))
const targeted = computed(() => rows.value.filter(row => targets.value.includes(row.key)))

const running = (state: string): boolean => ['working', 'paused', 'on-break'].includes(state)
const scope = computed(() =>
  chosen.value.length > 0 ? rows.value.filter(({ key }) => chosen.value.includes(key)) : rows.value,
)
const bulk = computed((): { act: ActName; label: string; keys: string[] }[] => {
  const keys = (test: (state: string) => boolean): string[] =>
    scope.value.filter(({ state }) => test(state)).map(({ key }) => key)
  const who = chosen.value.length > 0 ? 'chosen' : 'all'
  return [
    { act: 'admit', label: `Let in ${who}`, keys: keys(state => state === 'waiting') },
    { act: 'pause', label: `Stop ${who}`, keys: keys(state => state === 'working' || state === 'on-break') },
    { act: 'resume', label: `Start ${who}`, keys: keys(state => state === 'paused' || state === 'on-break') },
    { act: 'extend', label: `Give ${who} time`, keys: keys(running) },
    { act: 'message', label: `Write to ${who}`, keys: keys(running) },
  ]
})

function ask(name: ActName, keys: string[]) {
  told.value = null
  targets.value = keys
  act.value = name
}

async function does(details: { reason: string; minutes: number; text: string; code: string }) {
  const name = act.value
  if (!name) return
  act.value = null
  const people = targeted.value.map(({ assignmentId, personId }) => ({ assignmentId, personId }))
  const sittings = targeted.value.flatMap(({ sittingId }) => sittingId ?? [])
  const { reason, minutes, text, code } = details
  await run(
    name === 'admit'
      ? { act: name, people }
      : name === 'enter-code'
        ? { act: name, people, code }
        : name === 'extend'
          ? { act: name, sittings, minutes, reason }
          : name === 'resume'
            ? { act: name, sittings }
            : name === 'incident' || name === 'message'
              ? { act: name, sittings, text }
              : { act: name, sittings, reason },
  )
}

async function run(request: RoomAct) {
  try {
    const { done, refused } = await room.act(request)
    const why = refused.map(one => `${one.name}: ${one.why}`).join(' ')
    told.value = {
      text: `Done for ${counted(done, 'person', 'people')}.${why ? ` Not done: ${why}` : ''}`,
      refused: refused.length > 0,
    }
    chosen.value = []
  } catch (error) {
    told.value = { text: inWords(error), refused: true }
  }
}

function say(text: string) {
  const sittingId = openLine.value?.row.sittingId
  if (sittingId) void run({ act: 'message', sittings: [sittingId], text })
}
</script>

<template>
  <FailureNotice v-if="room.refused.value" :message="room.failure.value" @again="room.load" />
  <div v-else class="room-page">
    <header class="head">
      <h1>{{ room.title.value || 'Room' }}</h1>
      <span class="figure clock">{{ format.second(room.now.value) }}</span>
      <span class="soft small" role="status">{{ room.live.value ? 'live' : 'not live: connecting…' }}</span>
      <div class="bulk">
        <Button
          v-for="one in bulk"
          :key="one.act"
          :outlined="one.act !== 'admit' || one.keys.length === 0"
          :severity="one.act !== 'admit' || one.keys.length === 0 ? 'secondary' : undefined"
          size="small"
          :label="`${one.label}${one.keys.length > 0 ? ` (${one.keys.length})` : ''}…`"
          :disabled="one.keys.length === 0"
          @click="ask(one.act, one.keys)"
        />
        <Button text size="small" label="Note for the room…" @click="ask('incident', [])" />
      </div>
    </header>
    <div class="filters">
      <SelectButton
        v-model="filter"
        :options="options"
        option-label="label"
        option-value="value"
        :allow-empty="false"
        size="small"
        aria-label="Who to show"
      />
      <InputText v-model="wanted" type="search" size="small" placeholder="Find a person" aria-label="Find a person" />
      <p v-if="told" class="notice small" :class="told.refused ? 'is-refusal' : 'is-passed'" role="status">
        {{ told.text }}
      </p>
    </div>
    <FailureNotice v-if="room.failure.value" :message="room.failure.value" @again="room.load" />
    <p v-else-if="!room.loaded.value" class="soft" role="status">Fetching the room…</p>
    <div v-else class="board" :class="{ 'with-person': openLine }">
      <div class="panel table">
        <RoomTable
          v-model:chosen="chosen"
          :lines="shown"
          :now="room.now.value"
          :open="open"
          @open="key => (open = open === key ? null : key)"
        />
        <p v-if="shown.length === 0" class="soft none">Nobody is like this.</p>
      </div>
      <PersonPanel
        v-if="openLine"
        :key="openLine.row.key"
        :room-id="id"
        :line="openLine"
        :now="room.now.value"
        @act="name => ask(name, [openLine!.row.key])"
        @say="say"
      />
    </div>
    <ActDialog :act="act" :names="targeted.map(({ name }) => name)" @close="act = null" @does="does" />
  </div>
</template>

<style scoped>
.room-page {
  display: grid;
  grid-template-rows: auto auto minmax(0, 1fr);
  gap: 0.6rem;
  height: calc(100vh - 46px - 2.6rem);
  margin-bottom: -1.4rem;
}
.head,
.filters {
  display: flex;
  align-items: center;
  flex-wrap: wrap;
  gap: 0.75rem;
}
.clock {
  font-size: var(--large);
}
.bulk {
  display: flex;
  flex-wrap: wrap;
  gap: 0.35rem;
  margin-left: auto;
}
.board {
  display: grid;
  gap: 0.9rem;
  min-height: 0;
}
.board.with-person {
  grid-template-columns: minmax(0, 1fr) 330px;
}
.table {
  display: grid;
  grid-template-rows: minmax(0, 1fr);
  min-height: 0;
  min-width: 0;
  overflow: hidden;
}
.none {
  padding: 1rem;
}
</style>
