<script setup lang="ts">
import { useMutation } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { api, take, type Schemas } from '@/api/client'
import NameForm from './NameForm.vue'
import ProblemNote from './ProblemNote.vue'

const props = defineProps<{ plan: Schemas['PlanView'] }>()
const emit = defineEmits<{ choose: [without: string[]]; changed: [] }>()

const without = computed(() => props.plan.target.without ?? [])
const chosen = computed(() => props.plan.groupings.find((one) => one.isChosen))
const groupings = ref<HTMLElement>()
/** What was pressed goes away. */
const focusFirst = () => groupings.value?.querySelector('button')?.focus()

const keep = (name: string) =>
  take(api.POST('/api/groupings', { body: { name, without: without.value } })).then(() => emit('changed'))
const forget = useMutation({
  mutationFn: (id: number) => take(api.DELETE('/api/groupings/{id}', { params: { path: { id } } })),
  onSuccess: () => {
    emit('changed')
    focusFirst()
  },
})
const remember = useMutation({
  mutationFn: ({ profile, without }: { profile: number; without: string[] }) =>
    take(api.PUT('/api/profiles/{id}/left-out', { params: { path: { id: profile } }, body: { without } })),
  onSuccess: () => emit('changed'),
})
const error = computed(() => forget.error.value ?? remember.error.value)

/** This plan stays as it is, whatever is remembered for the next. */
function toggle(remembered: Schemas['Remembered']) {
  emit('choose', without.value)
  remember.mutate({ profile: remembered.profile, without: remembered.isThis ? [] : without.value })
}
</script>

<template>
  <div ref="groupings" class="row" role="group" aria-label="Put on">
    <VBtn
      v-for="one in plan.groupings"
      :key="one.name"
      class="chip"
      :aria-pressed="one.isChosen"
      @click="$emit('choose', [...one.without])"
      >{{ one.name }}</VBtn
    >
    <VBtn v-if="chosen?.id" class="bare" @click="forget.mutate(chosen.id)">Forget {{ chosen.name }}</VBtn>
    <NameForm
      v-if="!chosen"
      opens="Name this choice…"
      verb="Keep it"
      :give="keep"
      is-bare
      @given="focusFirst"
    />
    <label v-if="plan.remembered && (without.length > 0 || plan.remembered.isAny)" class="always">
      <input type="checkbox" :checked="plan.remembered.isThis" @change="toggle(plan.remembered)" />
      Always so for {{ plan.name }}
    </label>
  </div>
  <ProblemNote v-if="error" :error="error" />
</template>

<style scoped>
.always {
  display: flex;
  gap: 6px;
  margin-inline-start: auto;
}
</style>
