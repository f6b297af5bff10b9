<script setup lang="ts">
import type { GivenMark } from '~~/core/marking/desk'
import { pointsInWords } from '~~/core/marking/points'
import type { AnswerToMark, PartToMark } from '~~/core/wire/marking'

/** What a marker says: remarks on places of the answer, a comment on all of it, and the answer to a reply. */
const draft = defineModel<GivenMark>({ required: true })
const props = defineProps<{
  selected: { from: number; to: number } | null
  answer: AnswerToMark
  criteria: PartToMark['criteria']
}>()
const emit = defineEmits<{ reply: [text: string] }>()

const remark = ref('')
const reply = ref('')
/** The place that the remark being written stands on: it stays when the selection goes. */
const place = ref<{ from: number; to: number } | null>(null)
watch(
  () => props.selected,
  now => {
    if (now) place.value = now
  },
)
watch(
  () => props.answer.sittingId,
  () => {
    place.value = null
    remark.value = ''
  },
)
function addRemark() {
  if (!place.value || remark.value.trim() === '') return
  draft.value = { ...draft.value, remarks: [...draft.value.remarks, { ...place.value, text: remark.value.trim() }] }
  remark.value = ''
  place.value = null
}
function remove(at: number) {
  draft.value = { ...draft.value, remarks: draft.value.remarks.filter((_, one) => one !== at) }
}
const pointsText = ({ points }: GivenMark): string =>
  props.criteria.map(({ id, label }) => `${label} ${pointsInWords(points[id] ?? 0)}`).join(', ')

const comment = useTemplateRef<{ $el: HTMLTextAreaElement }>('comment')
defineExpose({ write: () => comment.value?.$el.focus() })
</script>

<template>
  <ol v-if="draft.remarks.length > 0" class="remarks small">
    <li v-for="(one, at) in draft.remarks" :key="at">
      {{ at + 1 }}: {{ one.text }}
      <Button size="small" text label="Remove" :aria-label="`Remove remark ${at + 1}`" @click="remove(at)" />
    </li>
  </ol>
  <form v-if="place" class="remark" @submit.prevent="addRemark">
    <InputText
      v-model="remark"
      fluid
      aria-label="Remark on what is selected"
      placeholder="Remark on what is selected"
    />
    <Button size="small" type="submit" label="Add remark" :disabled="remark.trim() === ''" />
  </form>
  <label class="comment">
    <span class="small">Comment for the trainee</span>
    <Textarea ref="comment" v-model="draft.comment" fluid rows="3" auto-resize maxlength="4000" />
  </label>
  <ul v-if="answer.others.length > 0" class="others small">
    <li v-for="other in answer.others" :key="other.by">
      <strong>{{ other.by }}</strong> gave {{ pointsText(other.given) }}.{{
        other.given.comment ? ` “${other.given.comment}”` : ''
      }}
    </li>
  </ul>
  <div v-if="answer.reply" class="notice">
    <p class="small"><strong>The trainee says:</strong> {{ answer.reply }}</p>
    <p v-if="answer.answered" class="small"><strong>Answered:</strong> {{ answer.answered }}</p>
    <form v-else class="remark" @submit.prevent="emit('reply', reply.trim())">
      <InputText v-model="reply" fluid aria-label="Answer to the trainee" />
      <Button size="small" type="submit" label="Answer, once" :disabled="reply.trim() === ''" />
    </form>
  </div>
</template>

<style scoped>
.remarks,
.others {
  margin: 0.5rem 0 0;
  padding: 0;
  list-style: none;
}
.remark {
  display: flex;
  gap: 0.5rem;
  margin-top: 0.5rem;
}
.remark button {
  flex: none;
}
.comment {
  display: block;
  margin-top: 0.6rem;
}
.notice {
  margin-top: 0.6rem;
}
</style>
