<script setup lang="ts">
import { useMutation } from '@tanstack/vue-query'
import { computed } from 'vue'
import { useChanged } from '@/api/asked'
import { api, take, type Schemas } from '@/api/client'
import { usePlan } from '@/api/queries'
import { useAddress } from '@/composables/useAddress'
import { useBeginFitting } from '@/composables/useBeginFitting'
import { useDeletion } from '@/composables/useDeletion'
import { useLineUp } from '@/composables/useLineUp'
import { costWords, count } from '@/composables/words'
import DamagedList from './DamagedList.vue'
import DesktopPicture from './DesktopPicture.vue'
import ProblemNote from './ProblemNote.vue'
import SignalWord from './SignalWord.vue'
import StateFiles from './StateFiles.vue'
import StateParts from './StateParts.vue'

const props = defineProps<{
  desktop: number
  state: Schemas['SafeStateView']
  kept?: Schemas['KeptView']
}>()

const changed = useChanged()
const lineUp = useLineUp()
const begin = useBeginFitting()
const by = useAddress('by', 'part')
const id = computed(() => props.desktop)
const reference = computed(() => `state-${props.state.id}`)
const target = computed<Schemas['Target']>(() => ({ kind: 'SafeState', id: props.state.id }))
const { data: plan, error } = usePlan(id, target, { follows: true })
const path = computed(() => ({ id: id.value, state: props.state.id }))
const { remove } = useDeletion()
const ask = () => take(api.DELETE('/api/desktops/{id}/safe-states/{state}', { params: { path: path.value } }))
const keep = useMutation({
  mutationFn: (isKept: boolean) =>
    take(
      api.PUT('/api/desktops/{id}/safe-states/{state}/kept', {
        params: { path: path.value },
        body: { isKept },
      }),
    ),
  onSuccess: changed,
})
</script>

<template>
  <section class="chosen paper" aria-label="The chosen state">
    <DesktopPicture :look="state.look" :desktop="id" :name="state.title" cloth />
    <div class="row">
      <h2>{{ state.title }}</h2>
      <label class="push"
        ><input
          type="checkbox"
          :checked="state.isKept"
          @change="keep.mutate(($event.target as HTMLInputElement).checked)"
        />
        Keep, whatever the rule</label
      >
    </div>
    <div v-if="state.gaps.length > 0" data-test="gaps">
      <SignalWord signal="cannot" word="Could not be held" />
      <p v-for="gap in state.gaps" :key="gap.path">
        <span class="mono">{{ gap.path }}</span> {{ gap.reason }}
      </p>
    </div>
    <DamagedList :damaged="kept?.damaged" />
    <ProblemNote v-if="error" :error="error" />
    <template v-else-if="plan">
      <div v-if="plan.files.length > 0" class="row" role="group" aria-label="Go back by">
        <span class="second">{{
          `${count(plan.files.length, 'file')} ${plan.files.length === 1 ? 'is' : 'are'} different now`
        }}</span>
        <VBtn class="chip push" :aria-pressed="by === 'part'" @click="by = 'part'">By part</VBtn>
        <VBtn class="chip" :aria-pressed="by === 'file'" @click="by = 'file'">By file</VBtn>
      </div>
      <p v-else class="second">
        {{
          plan.notTouched.length > 0
            ? 'Nothing else of it is different now.'
            : 'Every file is as in this state.'
        }}
      </p>
      <div v-if="plan.notTouched.length > 0" data-test="not-touched">
        <SignalWord signal="cannot" word="Cannot come back" />
        <p v-for="place in plan.notTouched" :key="place.path">
          <span class="mono">{{ place.path }}</span> {{ place.reason }}
        </p>
      </div>
      <template v-if="plan.files.length > 0">
        <StateParts v-if="by === 'part'" :key="state.id" :plan="plan" :state="state.id" />
        <StateFiles v-else :key="state.id" :desktop="id" :state="state.id" />
      </template>
    </template>
    <div class="row">
      <VBtn :to="{ name: 'compare', query: { look: ['now', reference] } }">Compare with now</VBtn>
      <VBtn :aria-pressed="lineUp.has(reference)" @click="lineUp.toggle(reference)">{{
        lineUp.has(reference) ? 'In the line-up' : 'Line up'
      }}</VBtn>
      <VBtn :to="{ name: 'save', query: { state: state.id } }">Save as a profile…</VBtn>
      <VBtn :disabled="begin.isPending.value" @click="begin.mutate(`state-${state.id}`)"
        >Try in a fitting</VBtn
      >
    </div>
    <div class="row">
      <VBtn :loading="remove.isPending.value" @click="remove.mutate(ask)">Delete this safe state</VBtn>
      <span v-if="kept" class="third">{{ costWords(kept.cost) }}</span>
    </div>
    <ProblemNote
      v-if="remove.error.value ?? keep.error.value"
      :error="remove.error.value ?? keep.error.value"
    />
  </section>
</template>

<style scoped>
.chosen {
  position: sticky;
  top: 0;
  display: grid;
  gap: 10px;
  padding: 12px;
  overflow-wrap: anywhere;
}

label {
  display: flex;
  gap: 6px;
  align-items: center;
}

input {
  accent-color: var(--action);
}
</style>
