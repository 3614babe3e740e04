<script setup lang="ts">
import { useMutation } from '@tanstack/vue-query'
import { computed, nextTick, ref, useTemplateRef, watch } from 'vue'
import { useChanged } from '@/api/asked'
import { api, problemOf, take, type Schemas } from '@/api/client'
import { useFolders, useMaps } from '@/api/queries'
import { useAddress } from '@/composables/useAddress'
import { useDesktop } from '@/composables/useDesktop'
import FolderReport from './FolderReport.vue'
import { readScreens } from '@/composables/screens'
import ProblemNote from './ProblemNote.vue'

const emit = defineEmits<{ added: [id: number] }>()

const OWN = ''
const folder = useAddress('folder')
const { data: folders, error: folderError } = useFolders(folder)
const { desktops } = useDesktop()
const { data: maps } = useMaps()
/** At the first start, the first folder that may be used is the suggestion: the home. */
const stop = watch(folders, (found) => {
  const home = found?.folders[0]
  if (folder.value || desktops.value?.length !== 0) stop()
  else if (home) {
    folder.value = home
    stop()
  }
})
const map = ref('open-desktop')
const text = ref('')
const form = ref({ name: '', version: '', screens: '1920 × 1080' })
const changed = useChanged()

const choice = computed<Schemas['FolderChoice']>(() => ({
  folder: folder.value,
  map: map.value === OWN ? null : map.value,
  mapText: map.value === OWN ? text.value : null,
}))
const naming = useTemplateRef<HTMLElement>('naming')
const look = useMutation({
  mutationFn: () => take(api.POST('/api/desktops/look', { body: choice.value })),
  // What comes next is its name.
  onSuccess: async () => {
    await nextTick()
    naming.value?.querySelector('input')?.focus()
  },
})
watch([folder, map, text], () => look.reset())

const register = useMutation({
  mutationFn: () =>
    take(
      api.POST('/api/desktops', {
        body: {
          name: form.value.name,
          choice: choice.value,
          version: form.value.version,
          screens: readScreens(form.value.screens),
        },
      }),
    ),
  onSuccess: async (desktop) => {
    await changed()
    emit('added', desktop.id)
  },
})
const problem = computed(() => {
  const error = register.error.value ?? look.error.value
  return error ? problemOf(error) : undefined
})
const errorOf = (field: string) => (problem.value?.field === field ? problem.value.detail : undefined)
const nameOf = (path: string) => path.split('/').at(-1) ?? path
</script>

<template>
  <div class="adding">
    <div class="steps">
      <section class="paper">
        <h2>Which folder</h2>
        <p class="mono chosen">{{ folder || 'Choose one of the folders that may be used' }}</p>
        <ProblemNote v-if="folderError" :error="folderError"
          ><VBtn @click="folder = ''">To the folders that may be used</VBtn></ProblemNote
        >
        <ul v-if="folders" class="folders">
          <li v-if="folder">
            <button type="button" @click="folder = folders.parent ?? ''">One folder up</button>
          </li>
          <li v-for="path in folders.folders" :key="path">
            <button type="button" @click="folder = path">{{ folder ? nameOf(path) : path }}</button>
          </li>
          <li v-if="folders.folders.length === 0" class="third">No folders in here.</li>
        </ul>
      </section>
      <section class="paper">
        <h2>Which map</h2>
        <label v-for="one in maps" :key="one.name" class="map">
          <input v-model="map" type="radio" :value="one.name" />
          <span>
            <strong>{{ one.platform }}</strong> <span class="mono third">{{ one.name }}</span>
            <span class="second words">{{ one.description }}</span>
          </span>
        </label>
        <label class="map">
          <input v-model="map" type="radio" :value="OWN" />
          <span><strong>One of my own</strong></span>
        </label>
        <VTextarea
          v-if="map === OWN"
          v-model="text"
          class="mono"
          label="The map’s text, in JSON"
          rows="8"
          :error-messages="errorOf('map')"
        />
        <VBtn
          :class="{ main: !look.data.value }"
          :disabled="!folder"
          :loading="look.isPending.value"
          @click="look.mutate()"
          >See what is there</VBtn
        >
        <ProblemNote
          v-if="problem && !folderError && !['name', 'screens'].includes(problem.field ?? '')"
          :error="register.error.value ?? look.error.value"
        />
      </section>
    </div>
    <section aria-label="What the map finds there">
      <form v-if="look.data.value" ref="naming" class="paper" @submit.prevent="register.mutate()">
        <h2>What to call it</h2>
        <label for="desktop-name">Name</label>
        <VTextField id="desktop-name" v-model="form.name" :error-messages="errorOf('name')" />
        <label for="desktop-version">Version of the platform</label>
        <VTextField id="desktop-version" v-model="form.version" />
        <label for="desktop-screens"
          >Screens in px <span class="third">main first; 3840 × 2160 at 2 has a scale</span></label
        >
        <VTextField id="desktop-screens" v-model="form.screens" :error-messages="errorOf('screens')" />
        <VBtn class="main" type="submit" :loading="register.isPending.value">Add this desktop</VBtn>
        <p class="third">Nothing is written in the folder until you switch to a look.</p>
      </form>
      <h2>What the map finds there</h2>
      <FolderReport v-if="look.data.value" :report="look.data.value" />
      <p v-else class="nothing paper second">
        Choose a folder and a map, then look. You see what the map finds, what it does not find and what it
        cannot read, before anything is added.
      </p>
    </section>
  </div>
</template>

<style scoped>
.adding {
  display: grid;
  grid-template-columns: 380px minmax(0, 1fr);
  gap: 20px;
}

.steps,
.adding > section {
  display: grid;
  gap: 10px;
  align-content: start;
}

.steps .paper {
  display: grid;
  gap: 8px;
  padding: 12px;
  justify-items: start;
}

form.paper {
  display: grid;
  grid-template-columns: 150px minmax(0, 1fr);
  gap: 8px;
  align-items: center;
  padding: 12px;
}

form.paper > :is(h2, .third) {
  grid-column: 1 / -1;
}

form.paper > .v-btn {
  grid-column: 2;
  justify-self: start;
}

.chosen {
  overflow-wrap: anywhere;
}

.folders {
  width: 100%;
  max-height: 190px;
  overflow: auto;
  border: 1px solid var(--line);
}

.folders button {
  width: 100%;
  padding: 4px 10px;
}

.folders button:hover {
  background: var(--action-tint);
}

.map {
  display: grid;
  grid-template-columns: 16px 1fr;
  gap: 8px;
}

.map input {
  accent-color: var(--action);
}

.words {
  display: block;
}

.v-textarea {
  width: 100%;
}

.nothing {
  padding: 16px;
}

@media (width <= 1100px) {
  .adding {
    grid-template-columns: 300px minmax(0, 1fr);
  }
}

@media (width <= 700px) {
  .adding {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
