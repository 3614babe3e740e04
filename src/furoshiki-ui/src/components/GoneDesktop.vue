<script setup lang="ts">
import { useMutation } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { useChanged } from '@/api/asked'
import { api, problemOf, take, type Schemas } from '@/api/client'
import { useDeletion } from '@/composables/useDeletion'
import ProblemNote from './ProblemNote.vue'

const props = defineProps<{ desktop: Schemas['DesktopView'] }>()
const changed = useChanged()
const folder = ref(props.desktop.folder)
const { remove } = useDeletion()
/** The platform is what the map says. */
const isMapless = computed(() => props.desktop.platform === '')
const path = () => ({ id: props.desktop.id })

const move = useMutation({
  mutationFn: () =>
    take(api.PUT('/api/desktops/{id}/folder', { params: { path: path() }, body: { folder: folder.value } })),
  onSuccess: changed,
})
</script>

<template>
  <section class="gone paper" data-test="gone">
    <h1>{{ desktop.name }} is not here</h1>
    <p>{{ desktop.gone }}</p>
    <p class="second">
      Its profiles and safe states are kept.
      {{
        isMapless
          ? 'The map is mended by itself where a copy of the data folder has it whole.'
          : 'If the folder comes back, as when a disk is plugged in again, this page finds it by itself.'
      }}
    </p>
    <form v-if="!isMapless" class="row" @submit.prevent="move.mutate()">
      <label for="place">It stands at</label>
      <VTextField
        id="place"
        v-model="folder"
        class="place"
        :error-messages="move.error.value ? problemOf(move.error.value).detail : undefined"
      />
      <VBtn class="main" type="submit" :loading="move.isPending.value">Find it again</VBtn>
    </form>
    <div class="row">
      <VBtn
        :loading="remove.isPending.value"
        @click="remove.mutate(() => take(api.DELETE('/api/desktops/{id}', { params: { path: path() } })))"
        >Delete {{ desktop.name }}</VBtn
      >
      <span class="second">Its safe states are deleted with it; profiles stay.</span>
    </div>
    <ProblemNote v-if="remove.error.value" :error="remove.error.value" />
  </section>
</template>

<style scoped>
.gone {
  display: grid;
  gap: 12px;
  max-width: 680px;
  padding: 20px;
}

.place {
  min-width: 240px;
}
</style>
