<script setup lang="ts">
import { useBenchStore } from '~/stores/bench'

definePageMeta({ layout: 'bare' })
const id = String(useRoute().params.id)
const bench = useBenchStore()
const clock = useServerClock()
const time = useBenchTime(clock)
const loading = ref('')
const panels = reactive({ overview: false, handIn: false, help: false, hideClock: false })
const busy = ref(false)
useHead({ title: () => `${bench.current?.title ?? 'Sitting'} · Steady Anvil` })

async function open() {
  loading.value = ''
  try {
    await bench.open(id, clock)
    if (bench.sitting?.state === 'ended') await navigateTo(`/sittings/${id}/result`, { replace: true })
    else if (bench.currentId) bench.openTask(bench.currentId)
  }
  catch (error) {
    if (error instanceof CallFailed && error.status === 401) await navigateTo({ path: '/sign-in', query: { to: `/sittings/${id}` } })
    loading.value = inWords(error)
  }
}
onMounted(open)
onBeforeUnmount(() => bench.close())
useEventListener(document, 'visibilitychange', async () => {
  if (document.visibilityState !== 'visible' || !bench.sitting || bench.ended) return
  await bench.refresh(id).catch(() => undefined)
  if (bench.sitting?.state === 'ended') await bench.finish()
})
useEventListener(window, 'online', () => bench.sendNow())

const index = computed(() => bench.tasks.findIndex(task => task.id === bench.currentId))
const finished = computed(() => bench.tasks.filter(isFinished).length)

function move(by: number) {
  const to = bench.tasks[index.value + by]
  if (to) go(to.id)
}

function go(taskId: string) {
  panels.overview = false
  panels.handIn = false
  bench.openTask(taskId)
}

/** Bound to its task: a tool that is being left may still have something to write. */
function operateOn(taskId: string) {
  return (op: unknown) => bench.operate(taskId, op)
}

function check() {
  const step = bench.current && stepInHandOf(bench.current)
  if (step?.mode === 'handed-in') bench.check(step.id)
}

async function handIn() {
  busy.value = true
  await bench.finish()
  busy.value = false
}

function moveArea() {
  const areas = [...document.querySelectorAll<HTMLElement>('[data-area]')]
  const here = areas.findIndex(area => area.contains(document.activeElement))
  areas[(here + 1) % areas.length]?.focus()
}

useShortcuts({
  next: () => move(1),
  back: () => move(-1),
  overview: () => { panels.overview = !panels.overview },
  check,
  revisit: () => bench.revisit(!bench.current?.revisit),
  area: moveArea,
  help: () => { panels.help = true },
})
</script>

<template>
  <SittingEnded v-if="bench.ended" :ended="bench.ended" :title="bench.sitting?.paper.title ?? ''" />
  <main v-else-if="loading" class="alone"><FailureNotice :message="loading" @again="open" /></main>
  <main v-else-if="!bench.sitting || !bench.current" class="alone soft" role="status">Fetching your work…</main>
  <div v-else class="bench">
    <header class="top">
      <div class="title">
        <AnvilMark />
        <strong>{{ bench.sitting.paper.title }}</strong>
        <span class="soft small">Task {{ index + 1 }} of {{ bench.tasks.length }}</span>
        <span class="clock">
          <template v-if="!panels.hideClock || time.lowTime.value">
            <span class="figure time" :class="{ 'running-out': time.lowTime.value }" role="timer" aria-label="Time left">{{ format.countdown(time.leftMs.value) }}</span>
            <span class="soft small">left of {{ format.length(bench.sitting.allowanceMs) }}</span>
          </template>
          <Button v-if="!time.lowTime.value" text size="small" :label="panels.hideClock ? 'Show the clock' : 'Hide'" :aria-label="panels.hideClock ? 'Show the clock' : 'Hide the clock'" @click="panels.hideClock = !panels.hideClock" />
        </span>
      </div>
      <TempoRail :segments="time.segments.value" :current-id="bench.currentId" :passed="time.passedShare.value" :work="time.workShare.value" :ahead-ms="time.aheadMs.value" :finish-at="bench.sitting.deadline" />
      <p class="spoken" role="status">{{ time.notice.value }}</p>
    </header>
    <p v-if="bench.failure" class="notice is-refusal" role="alert">{{ bench.failure }}</p>
    <Splitter class="middle" :gutter-size="5">
      <SplitterPanel :size="30" :min-size="25">
        <BriefPane :key="bench.current.id" :task="bench.current" :judging="bench.judging" :message="bench.message" :after-tries="bench.sitting.paper.afterTries" @check="bench.check" @skip="bench.skip" />
      </SplitterPanel>
      <SplitterPanel :size="70" :min-size="55">
        <main class="tool" tabindex="-1" aria-label="Tool" data-area>
          <LedgerTool v-if="bench.current.tool === 'ledger'" :key="bench.current.id" :task="bench.current" :sitting-id="bench.sitting.id" :operate="operateOn(bench.current.id)" />
        </main>
      </SplitterPanel>
    </Splitter>
    <BottomLine
      :first="index === 0" :last="index === bench.tasks.length - 1" :revisit="bench.current.revisit" :finished="finished" :total="bench.tasks.length"
      :sender="bench.sender" :saved-at="bench.savedAt" :durable="bench.durable"
      @back="move(-1)" @next="move(1)" @revisit="bench.revisit" @overview="panels.overview = true" @help="panels.help = true" @hand-in="panels.handIn = true"
    />
    <OverviewPanel v-model:visible="panels.overview" :tasks="bench.tasks" :current-id="bench.currentId" @go="go" @hand-in="panels.overview = false; panels.handIn = true" />
    <HandInDialog v-model:visible="panels.handIn" :tasks="bench.tasks" :left-ms="time.leftMs.value" :busy="busy" :failure="bench.failure" @go="go" @hand-in="handIn" />
    <HelpDialog v-model:visible="panels.help" :instructions="bench.sitting.paper.instructions" :allowed="bench.sitting.paper.allowed" />
  </div>
</template>

<style scoped>
.alone { padding: 3rem; }
.bench { display: grid; grid-template-rows: auto auto minmax(0, 1fr) auto; height: 100vh; min-width: 1000px; }
.bench > .middle { grid-row: 3; }
.bench > .bottom { grid-row: 4; }
.top { display: grid; gap: 2px; padding: 0.3rem 1rem 0.2rem; background: var(--surface); border-bottom: 1px solid var(--line); }
.title { display: flex; align-items: center; gap: 0.75rem; min-height: 34px; }
.title strong { font-size: var(--large); }
.clock { display: flex; align-items: baseline; gap: 0.6rem; margin-left: auto; }
.time { font-size: var(--larger); font-weight: 700; }
.middle { border: 0; border-radius: 0; background: none; }
:deep(.p-splitterpanel) { overflow: hidden; }
.tool { height: 100%; overflow: auto; padding: 0.9rem 1rem; background: var(--ground); }
.tool:focus { outline-offset: -3px; }
</style>
