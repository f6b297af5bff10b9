<script setup lang="ts">
import { z } from 'zod'
import { courseView } from '~~/core/wire/courses'
import type { CourseView } from '~~/core/wire/courses'

/** The courses of study of a trainee: join one by its invitation code, leave a trial one. */
const emit = defineEmits<{ changed: [] }>()
const { data: courses, load } = useCall(z.array(courseView), () => '/api/courses')
const code = ref('')
const failure = ref('')
const joined = ref('')
const leaving = ref<CourseView | null>(null)

async function change(work: () => Promise<void>) {
  failure.value = ''
  joined.value = ''
  try {
    await work()
    await load()
    emit('changed')
  } catch (error) {
    failure.value = inWords(error)
  }
}
const join = () =>
  change(async () => {
    const course = await callApi(courseView, '/api/courses/join', { method: 'POST', body: { code: code.value } })
    joined.value = `You have joined “${course.title}”: ${counted(course.papers, 'paper is', 'papers are')} new in your list.`
    code.value = ''
  })
const leave = (course: CourseView) =>
  change(async () => {
    await callApi(z.unknown(), `/api/courses/${course.id}/leave`, { method: 'POST', body: {} })
    leaving.value = null
  })
</script>

<template>
  <section class="panel card" aria-label="Courses">
    <h2>Courses</h2>
    <ul v-if="courses && courses.length > 0">
      <li v-for="course in courses" :key="course.id">
        <span
          ><strong>{{ course.title }}</strong>
          <span class="soft small"
            >{{ counted(course.papers, 'paper', 'papers') }}{{ course.trial ? ', trial' : '' }}</span
          ></span
        >
        <Button
          v-if="course.trial && leaving?.id !== course.id"
          text
          size="small"
          label="Leave…"
          :aria-label="`Leave ${course.title}`"
          @click="leaving = course"
        />
        <p v-if="leaving?.id === course.id" class="notice small">
          Its papers go from your list; what you sat stays under “Past sittings”.
          <Button size="small" label="Leave the course" @click="leave(course)" />
          <Button text size="small" label="Stay" @click="leaving = null" />
        </p>
      </li>
    </ul>
    <form @submit.prevent="join">
      <label for="invitation">Invitation code</label>
      <div>
        <InputText id="invitation" v-model="code" class="figure" autocomplete="off" maxlength="40" /><Button
          type="submit"
          outlined
          severity="secondary"
          label="Join"
          :disabled="code.trim() === ''"
        />
      </div>
    </form>
    <p v-if="failure" class="notice is-refusal small" role="alert">{{ failure }}</p>
    <p v-if="joined" class="notice is-passed small" role="status">{{ joined }}</p>
  </section>
</template>

<style scoped>
.card {
  display: grid;
  gap: 0.6rem;
  padding: 1.1rem;
}
h2 {
  font-size: var(--large);
}
li {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  align-items: center;
}
form {
  display: grid;
  gap: 0.25rem;
}
form div {
  display: flex;
  gap: 0.5rem;
}
form :deep(input) {
  min-width: 0;
  flex: 1;
}
</style>
