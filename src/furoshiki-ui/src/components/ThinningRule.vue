<script setup lang="ts">
import { useMutation } from '@tanstack/vue-query'
import { refDebounced } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { useChanged } from '@/api/asked'
import { api, take, type Schemas } from '@/api/client'
import { useThinning } from '@/api/queries'
import { useDeletion } from '@/composables/useDeletion'
import { count, size } from '@/composables/words'
import ProblemNote from './ProblemNote.vue'

const props = defineProps<{ desktop: number }>()
const MOST_DAYS = 3650

const changed = useChanged()
const id = computed(() => props.desktop)
const { data: kept } = useThinning(id, ref(null))
const form = ref<Schemas['ThinningForm']>()
watch(kept, (view) => (form.value ??= view && { ...view.rule }), { immediate: true })
const canBe = computed(
  () =>
    !!form.value &&
    [form.value.allForDays, form.value.dailyForDays].every(
      (days) => Number.isInteger(days) && days >= 1 && days <= MOST_DAYS,
    ) &&
    form.value.dailyForDays >= form.value.allForDays,
)
const asked = refDebounced(
  computed(() => (canBe.value && form.value ? { ...form.value } : null)),
  250,
)
const { data: view } = useThinning(id, asked)
const isKept = computed(() => JSON.stringify(form.value) === JSON.stringify(kept.value?.rule))
const rule = computed(() => kept.value?.rule)
const change = useMutation({
  mutationFn: (form: Schemas['ThinningForm']) => take(api.PUT('/api/thinning-rule', { body: form })),
  onSuccess: changed,
})
const { remove } = useDeletion()
const thin = (states: readonly number[]) => () =>
  take(
    api.POST('/api/desktops/{id}/safe-states/thin', {
      params: { path: { id: id.value } },
      body: { states: [...states] },
    }),
  )
</script>

<template>
  <details v-if="form && rule" class="paper" data-test="thinning">
    <summary>
      Old ones go: all are kept for {{ count(rule.allForDays, 'day') }}, then one a day until
      {{ count(rule.dailyForDays, 'day') }}, then one a month.
      <span class="third">{{ rule.isByItself ? 'By itself' : 'When you say so' }}</span>
    </summary>
    <form @submit.prevent="change.mutate(form)">
      <p class="row">
        <label
          >Keep all for
          <input v-model.number="form.allForDays" type="number" min="1" :max="MOST_DAYS" />
          {{ form.allForDays === 1 ? 'day' : 'days' }}</label
        >
        <label
          >then one a day until
          <input v-model.number="form.dailyForDays" type="number" min="1" :max="MOST_DAYS" />
          {{ form.dailyForDays === 1 ? 'day' : 'days' }}</label
        >
        <span>then one a month</span>
      </p>
      <label class="itself"
        ><input v-model="form.isByItself" type="checkbox" /> By itself, once an hour</label
      >
      <p class="second">
        Never one that is kept, the newest that is whole, or the only one with a part as no saving has it.
        What goes can be undeleted for 30 days.
      </p>
      <p v-if="!canBe" class="wrong" role="alert">
        From 1 to {{ MOST_DAYS }} days, and one a day for at least as long as all.
      </p>
      <p v-else-if="view" role="status">
        {{
          view.goes.length === 0
            ? `None of ${count(view.of, 'state')} would go now.`
            : `${view.goes.length} of ${count(view.of, 'state')} would go now, and ${size(view.bytes)} with them.`
        }}
      </p>
      <div class="row">
        <VBtn type="submit" class="main" :disabled="!canBe || isKept" :loading="change.isPending.value"
          >Change the rule</VBtn
        >
        <VBtn
          v-if="isKept && view && view.goes.length > 0"
          :loading="remove.isPending.value"
          @click="remove.mutate(thin(view.goes))"
          >Let {{ view.goes.length }} go now</VBtn
        >
      </div>
      <ProblemNote
        v-if="change.error.value ?? remove.error.value"
        :error="change.error.value ?? remove.error.value"
      />
    </form>
  </details>
</template>

<style scoped>
details {
  margin-bottom: 14px;
  padding: 8px 12px;
}

summary {
  cursor: pointer;
}

form {
  display: grid;
  gap: 8px;
  margin-top: 8px;
}

[type='number'] {
  width: 62px;
  padding: 2px 4px;
  border: 1px solid var(--line);
  background: var(--paper);
}

.itself {
  display: flex;
  gap: 6px;
}

.wrong {
  color: var(--cannot);
}
</style>
