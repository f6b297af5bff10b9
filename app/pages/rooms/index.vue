<script setup lang="ts">
import { roomListView } from '~~/core/wire/room'
import type { RoomListView } from '~~/core/wire/room'

useHead({ title: 'Rooms · Steady Anvil' })
type Room = RoomListView['rooms'][number]
const { data: list, failure, load } = useCall(roomListView, () => '/api/rooms')
const asked = shallowRef<Room | null>(null)
const chosen = ref<string[]>([])
const refusal = ref('')
const busy = ref(false)
const title = ref('')

const namesOf = ({ runBy }: Room): string =>
  runBy.map(id => list.value?.invigilators.find(one => one.id === id)?.name ?? 'a closed account').join(', ')

function ask(room: Room) {
  asked.value = room
  refusal.value = ''
  chosen.value = room.runBy.filter(id => list.value?.invigilators.some(one => one.id === id))
}

/** Makes a call that answers with the rooms as they are then; what it says where it can't is shown. */
async function change(path: string, options: { method: 'PUT' | 'POST' | 'DELETE'; body?: object }): Promise<boolean> {
  busy.value = true
  refusal.value = ''
  try {
    list.value = await callApi(roomListView, path, options)
    return true
  } catch (error) {
    refusal.value = inWords(error)
    return false
  } finally {
    busy.value = false
  }
}

async function keep() {
  if (!asked.value) return
  const done = await change(`/api/rooms/${asked.value.id}/staff`, { method: 'PUT', body: { people: chosen.value } })
  if (done) asked.value = null
}

async function add() {
  if (await change('/api/rooms', { method: 'POST', body: { title: title.value } })) title.value = ''
}

/** A room that no paper names is taken away without asking: making it again is one line. */
const remove = ({ id }: Room): Promise<boolean> => change(`/api/rooms/${id}`, { method: 'DELETE' })
</script>

<template>
  <h1>Rooms</h1>
  <FailureNotice v-if="failure" :message="failure" @again="load" />
  <p v-else-if="!list" class="soft" role="status">Fetching the rooms…</p>
  <p v-else-if="list.rooms.length === 0" class="panel empty">
    {{
      list.mayStaff
        ? 'There is no room yet. Add one here; papers can then be given to be sat in it.'
        : 'You run no room yet. Trainers and administrators say who runs which room.'
    }}
  </p>
  <form v-if="list?.mayStaff" class="add" @submit.prevent="add">
    <label for="room-title">New room</label>
    <InputText id="room-title" v-model="title" maxlength="60" required autocomplete="off" />
    <Button type="submit" outlined severity="secondary" label="Add the room" :loading="busy" />
    <span v-if="refusal && !asked" class="notice is-refusal" role="alert">{{ refusal }}</span>
  </form>
  <ul v-if="list && list.rooms.length > 0" class="panel">
    <li v-for="room in list.rooms" :key="room.id">
      <div>
        <strong>{{ room.title }}</strong><span class="soft small">{{
          room.papers.join(', ') || 'no paper at present'
        }}</span
        ><span class="small" :class="room.runBy.length === 0 ? 'waits' : 'soft'">{{
          room.runBy.length === 0 ? 'no invigilator yet' : `run by ${namesOf(room)}`
        }}</span>
      </div>
      <span>{{ counted(room.people, 'person', 'people') }}</span>
      <span>{{ room.working }} at work</span>
      <span :class="{ waits: room.waiting > 0 }">{{ room.waiting }} waiting to be let in</span>
      <span class="acts">
        <Button
          v-if="list.mayStaff"
          outlined
          severity="secondary"
          label="Invigilators…"
          :aria-label="`Invigilators of ${room.title}`"
          @click="ask(room)"
        />
        <Button
          v-if="list.mayStaff && room.papers.length === 0"
          outlined
          severity="secondary"
          label="Remove"
          :aria-label="`Remove ${room.title}`"
          :loading="busy"
          @click="remove(room)"
        />
        <Button
          v-if="room.mayRun"
          as="router-link"
          :to="`/rooms/${room.id}`"
          label="Open the board"
          :aria-label="`Open the board of ${room.title}`"
        />
      </span>
    </li>
  </ul>
  <Dialog
    :visible="asked !== null"
    modal
    :header="`Who runs ${asked?.title ?? 'the room'}`"
    :style="{ width: '460px' }"
    @update:visible="asked = null"
  >
    <div class="body">
      <p class="soft">
        They let people in, see how everyone gets on, and can stop the clock. Administrators can do so in every room.
      </p>
      <label v-for="one in list?.invigilators" :key="one.id" class="check"
        ><Checkbox v-model="chosen" :value="one.id" /> {{ one.name }}</label
      >
      <p v-if="list?.invigilators.length === 0">Nobody here is an invigilator. An administrator adds people.</p>
      <p v-if="refusal" class="notice is-refusal" role="alert">{{ refusal }}</p>
    </div>
    <template #footer
      ><Button outlined severity="secondary" label="Don’t" @click="asked = null" /><Button
        label="Keep"
        :loading="busy"
        @click="keep"
    /></template>
  </Dialog>
</template>

<style scoped>
ul,
.add,
.empty {
  margin-top: 1rem;
}
.add {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.6rem;
}
.add label {
  font-weight: 600;
}
.empty {
  padding: 1.5rem;
}
li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 6rem 6rem 12rem 17rem;
  gap: 1rem;
  align-items: center;
  padding: 0.9rem 1.1rem;
}
li + li {
  border-top: 1px solid var(--line);
}
li div {
  display: grid;
}
.acts {
  display: flex;
  justify-content: flex-end;
  gap: 0.5rem;
  flex-wrap: wrap;
}
.waits {
  font-weight: 700;
}
.body {
  display: grid;
  gap: 0.7rem;
}
.check {
  display: flex;
  align-items: center;
  gap: 0.5rem;
}
@media (max-width: 800px) {
  li {
    grid-template-columns: 1fr;
  }
}
</style>
