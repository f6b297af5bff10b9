<script setup lang="ts">
import { auditPage } from '~~/core/wire/room'

useHead({ title: 'Audit log · Steady Anvil' })
const before = ref<number | null>(null)
const {
  data: page,
  failure,
  load,
} = useCall(auditPage, () => `/api/audit${before.value === null ? '' : `?before=${before.value}`}`)
const acts: Record<string, string> = {
  'admit': 'let in',
  'enter-code': 'entered the code',
  'pause': 'stopped the clock',
  'resume': 'started the clock',
  'extend': 'gave time',
  'free': 'moved the device',
  'end': 'ended',
  'void': 'made void',
  'incident': 'noted an incident',
  'message': 'wrote',
  'assign': 'gave a paper',
  'grant': 'granted a sitting',
  'later': 'moved the window',
  'reopen': 'reopened',
  'rescore': 'marked again',
  'comes-out-otherwise': 'sat what comes out otherwise now',
  'release': 'released',
  'settings': 'changed settings',
  'add-people': 'added',
  'adjust': 'adjusted',
  'make-course': 'made a course',
  'change-course': 'changed a course',
  'make-unit': 'made a unit',
  'change-unit': 'changed a unit',
  'remove-unit': 'removed a unit',
  'add-room': 'added a room',
  'remove-room': 'removed a room',
  'staff-room': 'said who runs the room',
  'mark': 'marked',
  'release-marks': 'released marks',
  'sign-in': 'signed in',
  'own-password': 'chose their first password',
  'set-up-second-factor': 'set up a second factor',
  'end-second-factor': 'turned off the second factor',
  'set-programme': 'set the programme',
  'take-person': 'took from a list',
  'give-password': 'gave a new password',
  'take-second-factor': 'took off the second factor',
  'close-account': 'closed the account',
  'open-account': 'opened the account',
}
</script>

<template>
  <header class="head">
    <h1>Audit log</h1>
    <p v-if="page" :class="page.intact ? 'soft' : 'broken'" role="status">
      {{
        page.intact
          ? 'The chain is whole: nothing was changed or taken out.'
          : 'The chain is broken: an entry was changed or taken out.'
      }}
    </p>
    <Button as="a" outlined severity="secondary" href="/api/audit/csv" label="Export as CSV" download />
  </header>
  <FailureNotice v-if="failure" :message="failure" @again="load" />
  <p v-else-if="!page" class="soft" role="status">Fetching the log…</p>
  <p v-else-if="page.entries.length === 0" class="panel empty">Nothing was done yet.</p>
  <DataTable
    v-else
    :value="page.entries"
    class="panel list"
    data-key="seq"
    scrollable
    :pt="{ tableContainer: { 'tabindex': 0, 'role': 'region', 'aria-label': 'Entries' } }"
  >
    <Column header="No." field="seq" header-class="right" body-class="right figure" />
    <Column header="Time"
      ><template #body="{ data }"
        ><span class="nowrap"
          >{{ format.date(data.at) }} <span class="figure">{{ format.second(data.at) }}</span></span
        ></template
      ></Column
    >
    <Column header="Who" field="who" />
    <Column header="Did"
      ><template #body="{ data }">{{ acts[data.action] ?? data.action }}</template></Column
    >
    <Column header="To" field="subject" />
    <Column header="Room" field="room" />
    <Column header="Detail"
      ><template #body="{ data }"
        ><span class="detail">{{ data.detail }}</span></template
      ></Column
    >
  </DataTable>
  <p class="more">
    <Button v-if="before !== null" text label="Newest" @click="before = null" /><Button
      v-if="page?.next"
      text
      label="Older"
      @click="before = page.next"
    />
  </p>
</template>

<style scoped>
.head {
  display: flex;
  align-items: center;
  gap: 1rem;
}
.head p {
  margin-right: auto;
}
.broken {
  font-weight: 700;
}
.list,
.empty {
  margin-top: 1rem;
}
.empty {
  padding: 1.5rem;
}
.nowrap {
  white-space: nowrap;
}
.detail {
  overflow-wrap: anywhere;
}
:deep(td),
:deep(th) {
  padding: 0.35rem 0.75rem;
}
:deep(th.right .p-datatable-column-header-content) {
  justify-content: flex-end;
}
</style>
