<script setup lang="ts">
import { roomListView } from '~~/core/wire/room'

useHead({ title: 'Rooms · Steady Anvil' })
const { data: rooms, failure, load } = useCall(roomListView, () => '/api/rooms')
</script>

<template>
  <h1>Rooms</h1>
  <FailureNotice v-if="failure" :message="failure" @again="load" />
  <p v-else-if="!rooms" class="soft" role="status">Fetching the rooms…</p>
  <p v-else-if="rooms.length === 0" class="panel empty">
    No paper is being sat in a room. A room appears here when a trainer gives a paper and names the room.
  </p>
  <ul v-else class="panel">
    <li v-for="room in rooms" :key="room.id">
      <div>
        <strong>{{ room.title }}</strong><span class="soft small">{{ room.papers.join(', ') }}</span>
      </div>
      <span>{{ counted(room.people, 'person', 'people') }}</span>
      <span>{{ room.working }} at work</span>
      <span :class="{ waits: room.waiting > 0 }">{{ room.waiting }} waiting to be let in</span>
      <Button
        as="router-link"
        :to="`/rooms/${room.id}`"
        label="Open the board"
        :aria-label="`Open the board of ${room.title}`"
      />
    </li>
  </ul>
</template>

<style scoped>
ul,
.empty {
  margin-top: 1rem;
}
.empty {
  padding: 1.5rem;
}
li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 8rem 8rem 13rem auto;
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
.waits {
  font-weight: 700;
}
@media (max-width: 800px) {
  li {
    grid-template-columns: 1fr;
  }
}
</style>
