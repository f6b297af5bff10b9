<script setup lang="ts">
import { z } from 'zod'
import { courseGiven, courseRequest } from '~~/core/wire/assigning'
import type { CourseGiven, CourseRequest } from '~~/core/wire/assigning'

useHead({ title: 'Courses · Steady Anvil' })
const { data: courses, failure, load } = useCall(z.array(courseGiven), () => '/api/assigning/courses')
const open = shallowRef<CourseGiven | 'new' | null>(null)
const blank: CourseRequest = { title: '', about: '', inviteCode: '', trial: false }
const form = ref({ ...blank })
const refusal = ref('')
const busy = ref(false)

function edit(course: CourseGiven | 'new') {
  open.value = course
  refusal.value = ''
  const { title, about, inviteCode, trial } = course === 'new' ? blank : course
  form.value = { title, about, inviteCode, trial }
}

async function keep() {
  const read = courseRequest.safeParse(form.value)
  refusal.value = read.error?.issues[0]?.message ?? ''
  if (!read.success || open.value === null) return
  busy.value = true
  try {
    if (open.value === 'new') await callApi(courseGiven, '/api/assigning/courses', { method: 'POST', body: read.data })
    else await callApi(courseGiven, `/api/assigning/courses/${open.value.id}`, { method: 'PUT', body: read.data })
    open.value = null
    await load()
  } catch (error) {
    refusal.value = inWords(error)
  }
  busy.value = false
}
</script>

<template>
  <header class="head">
    <h1>Courses</h1>
    <Button label="Make a course" @click="edit('new')" />
  </header>
  <p class="soft">
    Papers that belong together. Trainees join a course with its invitation code; a paper given to a course reaches
    whoever joins later, too.
  </p>
  <FailureNotice v-if="failure" :message="failure" @again="load" />
  <p v-else-if="!courses" class="soft" role="status">Fetching the courses…</p>
  <p v-else-if="courses.length === 0" class="panel empty">There is no course yet.</p>
  <DataTable v-else :value="courses" class="panel list" data-key="id">
    <Column header="Course"
      ><template #body="{ data }"
        ><strong>{{ data.title }}</strong
        ><br /><span class="soft small">{{ data.about }}</span></template
      ></Column
    >
    <Column header="Invitation code"
      ><template #body="{ data }"
        ><span class="figure nowrap">{{ data.inviteCode }}</span></template
      ></Column
    >
    <Column header="May be left"
      ><template #body="{ data }">{{ data.trial ? 'yes, it is a trial' : 'no' }}</template></Column
    >
    <Column header="People" field="people" header-class="right" body-class="right figure" />
    <Column header="Papers" field="papers" header-class="right" body-class="right figure" />
    <Column header-style="width: 8rem"
      ><template #body="{ data }"
        ><Button
          outlined
          severity="secondary"
          size="small"
          label="Change…"
          :aria-label="`Change the course ${data.title}`"
          @click="edit(data)" /></template
    ></Column>
  </DataTable>
  <Dialog
    :visible="open !== null"
    modal
    :header="open === 'new' ? 'Make a course' : 'Change the course'"
    :style="{ width: '520px' }"
    @update:visible="open = null"
  >
    <form id="course" class="form" @submit.prevent="keep">
      <div class="field">
        <label for="title">Name</label><InputText id="title" v-model="form.title" maxlength="120" fluid autofocus />
      </div>
      <div class="field">
        <label for="about">What it is about</label
        ><Textarea id="about" v-model="form.about" rows="2" maxlength="400" fluid />
      </div>
      <div class="field">
        <label for="invite">Invitation code</label
        ><InputText
          id="invite"
          v-model="form.inviteCode"
          class="figure"
          maxlength="30"
          fluid
          autocomplete="off"
          :placeholder="open === 'new' ? 'made for you' : 'stays as it is'"
        />
      </div>
      <label class="check"><Checkbox v-model="form.trial" binary /> a trial: who joined may leave it again</label>
      <p v-if="refusal" class="notice is-refusal" role="alert">{{ refusal }}</p>
    </form>
    <template #footer
      ><Button outlined severity="secondary" label="Don’t" @click="open = null" /><Button
        type="submit"
        form="course"
        :label="open === 'new' ? 'Make it' : 'Keep'"
        :disabled="form.title.trim() === ''"
        :loading="busy"
    /></template>
  </Dialog>
</template>

<style scoped>
.head {
  display: flex;
  justify-content: space-between;
  align-items: center;
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
.form {
  display: grid;
  gap: 0.8rem;
}
.field {
  display: grid;
  gap: 0.25rem;
}
.field label {
  font-weight: 600;
}
.check {
  display: flex;
  align-items: center;
  gap: 0.45rem;
}
:deep(td) {
  padding: 0.5rem 0.9rem;
}
:deep(th.right .p-datatable-column-header-content) {
  justify-content: flex-end;
}
</style>
