<script setup lang="ts">
import { useMutation } from '@tanstack/vue-query'
import { ref } from 'vue'
import { useChanged } from '@/api/asked'
import { api, take } from '@/api/client'
import { useCatalogues } from '@/api/queries'
import { count, moment } from '@/composables/words'
import ProblemNote from './ProblemNote.vue'
import SignalWord from './SignalWord.vue'

const { data: catalogues } = useCatalogues()
const changed = useChanged()

const isAdding = ref(false)
const form = ref({ address: '', key: '' })
const add = useMutation({
  mutationFn: () => take(api.POST('/api/catalogues', { body: form.value })),
  onSuccess: () => {
    isAdding.value = false
    form.value = { address: '', key: '' }
  },
  onSettled: changed,
})
const read = useMutation({
  mutationFn: (id: number) => take(api.POST('/api/catalogues/{id}/read', { params: { path: { id } } })),
  onSettled: changed,
})
const leave = useMutation({
  mutationFn: (id: number) => take(api.DELETE('/api/catalogues/{id}', { params: { path: { id } } })),
  onSettled: changed,
})
</script>

<template>
  <section class="catalogues" aria-label="Catalogues">
    <div v-for="one in catalogues" :key="one.id" class="one">
      <strong>{{ one.title }}</strong>
      <span class="third address">{{ one.address }}</span>
      <span class="third"
        >{{ count(one.offers, 'version')
        }}<template v-if="one.readAt">, read {{ moment(one.readAt) }}</template></span
      >
      <SignalWord v-if="one.problem" signal="cannot" :word="one.problem" />
      <details v-if="one.refused.length > 0">
        <summary>{{ count(one.refused.length, 'entry', 'entries') }} left out</summary>
        <p v-for="reason in one.refused" :key="reason" class="second">{{ reason }}</p>
      </details>
      <div class="row">
        <VBtn :loading="read.isPending.value" @click="read.mutate(one.id)">Read again</VBtn>
        <VBtn :loading="leave.isPending.value" @click="leave.mutate(one.id)">Use no more</VBtn>
      </div>
    </div>
    <VBtn v-if="!isAdding" @click="isAdding = true">Add a catalogue…</VBtn>
    <form v-else class="one" @submit.prevent="add.mutate()">
      <label
        >Address
        <input
          v-model.trim="form.address"
          class="field"
          type="url"
          placeholder="https://stores.example/heron-ridge/"
          spellcheck="false"
      /></label>
      <label>Its public key <input v-model.trim="form.key" class="field mono" spellcheck="false" /></label>
      <p class="third">What it offers has to be signed with this key. It is told by whoever gives it out.</p>
      <ProblemNote v-if="add.error.value" :error="add.error.value" />
      <div class="row">
        <VBtn type="submit" class="main" :loading="add.isPending.value" :disabled="!form.address || !form.key"
          >Add it</VBtn
        >
        <VBtn @click="isAdding = false">Leave</VBtn>
      </div>
    </form>
  </section>
</template>

<style scoped>
.catalogues,
.one,
label {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 6px;
}

.catalogues {
  gap: 14px;
  margin-top: 16px;
  padding-top: 12px;
  border-top: 1px solid var(--line);
}

.address {
  overflow-wrap: anywhere;
}

label {
  gap: 0;
}
</style>
