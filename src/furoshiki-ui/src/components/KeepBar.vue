<script setup lang="ts">
import { computed } from 'vue'
import { useDesktop } from '@/composables/useDesktop'
import { useKeys } from '@/composables/useKeys'
import { useUnkept } from '@/composables/useUnkept'
import ProblemNote from './ProblemNote.vue'

const { id } = useDesktop()
const { unkept, left, keep, goBack } = useUnkept(id)
const share = computed(() => (unkept.value ? (100 * left.value) / unkept.value.seconds : 0))
const problem = computed(() => keep.error.value ?? goBack.error.value)

useKeys({
  k: () => unkept.value && keep.mutate(),
  b: () => unkept.value && goBack.mutate(),
})
</script>

<template>
  <section class="keep" :class="{ shown: unkept }" :aria-label="unkept && 'Keep or go back'">
    <p class="unseen" role="status">{{ unkept && `${unkept.name} is on, and goes back by itself` }}</p>
    <template v-if="unkept">
      <div class="row">
        <p aria-hidden="true">
          <strong>{{ unkept.name }}</strong> is on, and goes back by itself
        </p>
        <strong class="left" role="timer" data-test="left">in {{ left }} s</strong>
        <VBtn class="main push" :loading="keep.isPending.value" @click="keep.mutate()"
          >Keep it <kbd>k</kbd></VBtn
        >
        <VBtn :loading="goBack.isPending.value" @click="goBack.mutate()">Go back now <kbd>b</kbd></VBtn>
      </div>
      <VProgressLinear
        :model-value="share"
        height="3"
        color="var(--waiting)"
        aria-label="How long it waits still"
      />
    </template>
    <ProblemNote v-if="problem" :error="problem" />
  </section>
</template>

<style scoped>
.keep {
  grid-area: keep;
}

.keep.shown {
  border-bottom: 1px solid var(--line);
  background: var(--waiting-tint);
}

.row {
  padding: 8px 20px;
}

.left {
  min-width: 56px;
  font-variant-numeric: tabular-nums;
}

kbd {
  margin-left: 6px;
  opacity: 0.7;
}
</style>
