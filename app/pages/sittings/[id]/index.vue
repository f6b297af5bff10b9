<script setup lang="ts">
import { useBenchStore } from '~/stores/bench'
import { useRecordingsStore } from '~/stores/recordings'

definePageMeta({ layout: 'bare' })
const id = String(useRoute().params.id)
const bench = useBenchStore()
const recordings = useRecordingsStore()
const clock = useServerClock()
const time = useBenchTime(clock)
const loading = ref('')
const panels = reactive({
  overview: false,
  handIn: false,
  help: false,
  tray: false,
  ask: false,
  leave: false,
  leaveSection: false,
})
const busy = ref(false)
const seen = ref(0)
const see = () => (seen.value = bench.messages.length)
useHead({ title: () => `${bench.current?.title ?? 'Sitting'} · Steady Anvil` })
/** Panels lie between these two. */
const top = useTemplateRef<{ $el: HTMLElement }>('top')
const bottom = useTemplateRef<{ $el: HTMLElement }>('bottom')
const { height: topHeight } = useElementSize(() => top.value?.$el, undefined, { box: 'border-box' })
const { height: bottomHeight } = useElementSize(() => bottom.value?.$el, undefined, { box: 'border-box' })
watchEffect(() => {
  document.documentElement.style.setProperty('--bench-top', `${topHeight.value}px`)
  document.documentElement.style.setProperty('--bench-bottom', `${bottomHeight.value}px`)
})
useSetUp(() => bench.sitting?.support)
useSittingStream(id)
useAway(bench.away)
useAnswerField()

async function open() {
  loading.value = ''
  try {
    await bench.open(id, clock)
    see()
    if (bench.sitting?.state === 'ended') await toReceipt()
    else if (bench.currentId) bench.openTask(bench.currentId)
    // What was said before is only needed once somebody goes on speaking.
    if (bench.sitting?.state === 'running') void recordings.open(id).catch(() => undefined)
  } catch (error) {
    if (error instanceof CallFailed && error.status === 401)
      await navigateTo({ path: '/sign-in', query: { to: `/sittings/${id}` } })
    loading.value = inWords(error)
  }
}
const toReceipt = () => navigateTo(`/sittings/${id}/receipt`, { replace: true })
onMounted(open)
onBeforeUnmount(() => {
  recordings.close()
  bench.close()
})
watch(
  () => bench.ended,
  ended => ended && toReceipt(),
)
useEventListener(document, 'visibilitychange', async () => {
  if (document.visibilityState !== 'visible' || !bench.sitting || bench.ended) return
  await bench.refresh(id).catch(() => undefined)
  if (bench.sitting?.state === 'ended') await bench.finish()
})
useEventListener(window, 'online', () => bench.sendNow())
useEventListener(window, 'beforeunload', (event: BeforeUnloadEvent) => {
  // Nothing is lost by closing; but where leaving ends the sitting, nobody should think that this is it.
  if (bench.sitting?.state === 'running' && !bench.ended && bench.sitting.rules.resume === false) event.preventDefault()
})

const moves = useBenchMoves(() => (panels.leaveSection = true))
const { index, first, last, leaves, move } = moves
const unread = computed(() => bench.messages.slice(seen.value).filter(({ from }) => from === 'room').length)
const newest = computed(() =>
  unread.value > 0 && !panels.ask ? bench.messages.findLast(({ from }) => from === 'room') : undefined,
)
watch(
  () => [panels.ask, bench.messages.length],
  () => {
    if (panels.ask) see()
  },
)

/** One panel at the side at a time. */
function side(name: 'tray' | 'ask' | 'overview') {
  const open = !panels[name]
  Object.assign(panels, { tray: false, ask: false, overview: false, [name]: open })
}

function go(taskId: string) {
  Object.assign(panels, { overview: false, handIn: false, leaveSection: false })
  moves.go(taskId)
}

function check() {
  const inHand = bench.current && bench.stepInHand(bench.current)
  if (inHand?.mode !== 'handed-in') return
  const settles = bench.sitting?.paper.answers === 'settled' || inHand.marking === 'person'
  bench.step(settles ? 'settle' : 'check', inHand.id)
}

async function finish(request: { signedAs?: string; leaving?: boolean }) {
  busy.value = true
  await bench.finish(request)
  busy.value = false
}

async function leave() {
  if (bench.sitting?.rules.resume) await navigateTo('/')
  else await finish({ leaving: true })
}

function moveArea() {
  const areas = [...document.querySelectorAll<HTMLElement>('[data-area]')]
  const here = areas.findIndex(area => area.contains(document.activeElement))
  areas[(here + 1) % areas.length]?.focus()
}

useShortcuts({
  next: () => move(1),
  back: () => move(-1),
  overview: () => side('overview'),
  check,
  revisit: () => bench.revisit(!bench.current?.revisit),
  tray: () => side('tray'),
  area: moveArea,
  help: () => {
    panels.help = true
  },
})
</script>

<template>
  <main v-if="loading" class="alone"><FailureNotice :message="loading" @again="open" /></main>
  <main v-else-if="!bench.sitting || !bench.current" class="alone soft" role="status">Fetching your work…</main>
  <div v-else class="page">
    <div class="bench" :inert="bench.readOnly || bench.pace?.paused !== null">
      <BenchTop ref="top" :time="time" :index="index" />
      <BenchNotices :newest="newest" @answer="side('ask')" @seen="see" @hand-in="panels.handIn = true" />
      <Splitter class="middle" :gutter-size="5">
        <SplitterPanel :size="30" :min-size="25"><BriefPane /></SplitterPanel>
        <SplitterPanel :size="70" :min-size="55">
          <main class="tool" tabindex="-1" aria-label="Tool" data-area>
            <ToolHost :key="bench.current.id" :task="bench.current" :sitting-id="bench.sitting.id" />
          </main>
        </SplitterPanel>
      </Splitter>
      <BottomLine
        ref="bottom"
        :first="first"
        :last="last"
        :leaves="leaves"
        :unread="unread"
        @back="move(-1)"
        @next="move(1)"
        @overview="side('overview')"
        @tray="side('tray')"
        @ask="side('ask')"
        @help="panels.help = true"
        @rest="bench.rest(true).catch(() => undefined)"
        @leave="panels.leave = true"
        @hand-in="panels.handIn = true"
        @leave-section="panels.leaveSection = true"
      />
      <OverviewPanel
        v-model:visible="panels.overview"
        @go="go"
        @hand-in="Object.assign(panels, { overview: false, handIn: true })"
      />
      <HandInDialog
        v-model:visible="panels.handIn"
        :left-ms="time.leftMs.value"
        :now-ms="clock.nowMs.value"
        :busy="busy"
        @go="go"
        @hand-in="signedAs => finish(signedAs ? { signedAs } : {})"
      />
      <LeaveDialog v-model:visible="panels.leave" :busy="busy" @leave="leave" />
      <LeaveSectionDialog v-model:visible="panels.leaveSection" @go="go" />
      <HelpDialog v-model:visible="panels.help" />
      <TrayPanel v-model:visible="panels.tray" />
      <AskPanel v-model:visible="panels.ask" />
    </div>
  </div>
  <StandStill
    v-if="bench.sitting?.state === 'running' && !bench.ended && (bench.readOnly || bench.pace?.paused)"
    :now-ms="clock.nowMs.value"
    @take-back="open"
  />
</template>

<style scoped>
.alone {
  padding: 3rem;
}
.page {
  container: page / inline-size;
}
.bench {
  display: grid;
  grid-template-rows: auto auto minmax(0, 1fr) auto;
  height: 100vh;
  min-width: 1000px;
}
.middle {
  border: 0;
  border-radius: 0;
  background: none;
}
:deep(.p-splitterpanel) {
  overflow: hidden;
}
/* On a narrow page, or one with large letters, brief and tool stand below each other and the page scrolls. */
@container page (max-width: 47rem) {
  .bench {
    display: block;
    height: auto;
    min-width: 0;
  }
  .middle {
    flex-direction: column;
  }
  .middle :deep(.p-splitterpanel) {
    flex-basis: auto !important;
    min-width: 0;
    overflow: visible;
  }
  .middle :deep(.p-splitter-gutter) {
    display: none;
  }
  .tool {
    height: auto;
    padding: 0.6rem 0.5rem;
  }
}
.tool {
  container: tool / inline-size;
  height: 100%;
  overflow: auto;
  padding: 0.9rem 1rem;
  background: var(--ground);
}
.tool:focus {
  outline-offset: -3px;
}
</style>
