<script setup lang="ts">
import { coverView } from '~~/core/wire/cover'
import type { CoverView } from '~~/core/wire/cover'

const id = computed(() => String(useRoute().params.id))
const { data: cover, failure, load } = useCall(coverView, () => `/api/assignments/${id.value}`)
useHead({ title: () => `${cover.value?.paperTitle ?? 'Paper'} · Steady Anvil` })

const facts = computed(() => (cover.value ? factsOf(cover.value) : []))
const took = (view: CoverView): void => void (cover.value = view)
</script>

<template>
  <FailureNotice v-if="failure" :message="failure" @again="load" />
  <p v-else-if="!cover" class="soft" role="status">Fetching the paper…</p>
  <article v-else class="columns">
    <div>
      <p class="soft small">
        {{ cover.kind }} · {{ cover.trade }}<template v-if="cover.room"> · {{ cover.room }}</template
        ><template v-if="cover.course"> · {{ cover.course }}</template>
      </p>
      <h1>{{ cover.paperTitle }}</h1>
      <p class="about">{{ cover.about }}</p>
      <p v-if="cover.optional" class="notice optional">
        This paper is optional. When you know its result, you decide whether it counts in place of {{ cover.settings.unit }}.
      </p>
      <dl class="panel">
        <div v-for="[name, value] in facts" :key="name">
          <dt>{{ name }}</dt>
          <dd>{{ value }}</dd>
        </div>
      </dl>
    </div>
    <aside>
      <StartPanel :key="cover.id" :cover="cover" @took="took" />
      <section class="panel side">
        <h2>How to work</h2>
        <ul class="how">
          <li v-for="text in cover.instructions" :key="text">{{ text }}</li>
        </ul>
      </section>
      <section v-for="section in cover.sections" :key="section.title" class="panel side">
        <h2>
          {{ section.title }}
          <span class="soft small"
            >{{ counted(section.tasks.length, 'task', 'tasks')
            }}{{ section.minutes === null ? '' : `, ${section.minutes} min of its own`
            }}{{ section.movement === 'one-way' ? ', closed once left' : '' }}</span
          >
        </h2>
        <p v-if="section.draw" class="soft small">
          {{ section.draw }} of these are drawn for you{{ section.shuffled ? ', in an order of your own' : '' }}.
        </p>
        <p v-else-if="section.shuffled" class="soft small">They stand in an order of your own.</p>
        <ol class="tasks">
          <li v-for="task in section.tasks" :key="task.title">
            <span>{{ task.title }}</span><span class="soft small"
              >{{ task.minutes }} min · {{ format.points(task.points) }}
              {{ task.points === 1 ? 'point' : 'points' }}</span
            >
          </li>
        </ol>
      </section>
    </aside>
  </article>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 400px;
  gap: 2rem;
  align-items: start;
}
.about {
  margin: 0.5rem 0 1.25rem;
  max-width: 60ch;
  font-size: var(--large);
}
dl {
  padding: 0.25rem 1.1rem;
}
dl div {
  display: grid;
  grid-template-columns: 10.5rem 1fr;
  gap: 1rem;
  padding: 0.55rem 0;
}
dl div + div {
  border-top: 1px solid var(--line);
}
dt {
  font-weight: 600;
}
aside {
  display: grid;
  gap: 1rem;
}
.side {
  display: grid;
  gap: 0.6rem;
  padding: 1.1rem;
}
.optional {
  margin-bottom: 1rem;
}
.side h2 {
  font-size: var(--large);
}
.how {
  display: grid;
  gap: 0.5rem;
  padding-left: 1.1rem;
  list-style: disc;
}
.tasks {
  display: grid;
  gap: 0.2rem;
}
.tasks li {
  display: flex;
  justify-content: space-between;
  gap: 1rem;
}
.tasks .small {
  white-space: nowrap;
}
@media (max-width: 1023px) {
  .columns {
    grid-template-columns: 1fr;
  }
}
</style>
