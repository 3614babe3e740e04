<script setup lang="ts">
import { useMutation } from '@tanstack/vue-query'
import { useCloned } from '@vueuse/core'
import { computed } from 'vue'
import { useChanged } from '@/api/asked'
import { api, problemOf, take } from '@/api/client'
import { useDesktopPage } from '@/api/queries'
import AccessBox from '@/components/AccessBox.vue'
import FolderForm from '@/components/FolderForm.vue'
import FolderReport from '@/components/FolderReport.vue'
import ProblemNote from '@/components/ProblemNote.vue'
import ScreenDrawing from '@/components/ScreenDrawing.vue'
import ProgramBox from '@/components/ProgramBox.vue'
import SessionBox from '@/components/SessionBox.vue'
import { useAddress } from '@/composables/useAddress'
import { useDeletion } from '@/composables/useDeletion'
import { useDesktop } from '@/composables/useDesktop'
import { readScreens, screenWords } from '@/composables/screens'
import { count } from '@/composables/words'
import { useTitle } from '@/composables/useTitle'

const { id, desktops, choose } = useDesktop()
const { data: page, error } = useDesktopPage(id)
const adding = useAddress('add')
useTitle(() => (adding.value ? 'Add a desktop' : page.value && `${page.value.desktop.name}, desktop`))
const found = computed(() => page.value?.report.kinds.filter((kind) => kind.found === 'Set').length ?? 0)

const changed = useChanged()
const { cloned: name } = useCloned(() => page.value?.desktop.name ?? '')
const path = () => ({ id: id.value })
const rename = useMutation({
  mutationFn: () =>
    take(api.PUT('/api/desktops/{id}/name', { params: { path: path() }, body: { name: name.value } })),
  onSuccess: changed,
})
const { cloned: version } = useCloned(() => page.value?.desktop.version ?? '')
const changeVersion = useMutation({
  mutationFn: () =>
    take(
      api.PUT('/api/desktops/{id}/version', { params: { path: path() }, body: { version: version.value } }),
    ),
  onSuccess: changed,
})
const { cloned: screens } = useCloned(() => screenWords(page.value?.desktop.screens ?? []))
const changeScreens = useMutation({
  mutationFn: () =>
    take(
      api.PUT('/api/desktops/{id}/screens', {
        params: { path: path() },
        body: readScreens(screens.value, page.value?.desktop.screens),
      }),
    ),
  onSuccess: changed,
})
const { remove } = useDeletion()
const ask = () => take(api.DELETE('/api/desktops/{id}', { params: { path: path() } }))
</script>

<template>
  <div class="row head">
    <h1>Desktops</h1>
    <div class="row" role="group" aria-label="Desktop">
      <VBtn
        v-for="desktop in desktops"
        :key="desktop.id"
        class="chip"
        :aria-pressed="!adding && desktop.id === id"
        @click="choose(desktop.id)"
        >{{ desktop.name }}</VBtn
      >
    </div>
    <VBtn
      class="push"
      :class="{ main: !adding }"
      :aria-pressed="!!adding"
      @click="adding = adding ? '' : 'folder'"
      >{{ adding ? 'Leave' : 'Add a folder…' }}</VBtn
    >
  </div>

  <FolderForm v-if="adding" @added="choose" />
  <ProblemNote v-else-if="error && !page" :error="error" />
  <div v-else-if="page" class="desktop">
    <div class="first">
      <section class="paper" aria-label="Screens">
        <h2>{{ count(page.desktop.screens.length, 'screen') }}</h2>
        <ScreenDrawing :screens="page.desktop.screens" />
        <form @submit.prevent="changeScreens.mutate()">
          <label for="screens" class="second">In px, the main one first, with a scale if it is not 1</label>
          <VTextField
            id="screens"
            v-model="screens"
            :error-messages="
              changeScreens.error.value ? problemOf(changeScreens.error.value).detail : undefined
            "
          />
          <VBtn
            type="submit"
            :disabled="screens === screenWords(page.desktop.screens)"
            :loading="changeScreens.isPending.value"
            >Change the screens</VBtn
          >
        </form>
      </section>
      <div class="session">
        <ProgramBox v-if="page.programs.length > 0 && !page.desktop.isSimulated" :page="page" />
        <SessionBox v-if="page.desktop.isSimulated" :page="page" />
        <section v-else-if="page.programs.every((program) => program.isRunning === null)" class="paper">
          <h2>Session</h2>
          <p class="second">
            This is a real folder. When its session takes up a change is up to the session; its map does not
            say how that is seen.
          </p>
        </section>
      </div>
    </div>
    <section aria-label="What the map found">
      <h2>What the map found</h2>
      <p class="second">
        {{ page.desktop.platform }} {{ page.desktop.version }}: {{ found }} of
        {{ count(page.report.kinds.length, 'kind of part', 'kinds of part') }} set.
      </p>
      <FolderReport :report="page.report" />
      <ProgramBox v-if="page.programs.length > 0 && page.desktop.isSimulated" :page="page" />
    </section>
    <div class="about">
      <form class="paper" @submit.prevent="rename.mutate()">
        <label for="name"><h2>Name</h2></label>
        <VTextField
          id="name"
          v-model="name"
          :error-messages="rename.error.value ? problemOf(rename.error.value).detail : undefined"
        />
        <div class="row">
          <VBtn type="submit" :disabled="name === page.desktop.name" :loading="rename.isPending.value"
            >Rename</VBtn
          >
        </div>
      </form>
      <form class="paper" @submit.prevent="changeVersion.mutate()">
        <label for="version"
          ><h2>Version of {{ page.desktop.platform }}</h2></label
        >
        <VTextField
          id="version"
          v-model="version"
          :error-messages="
            changeVersion.error.value ? problemOf(changeVersion.error.value).detail : undefined
          "
        />
        <p class="third">Every look is judged again for the version that is here now.</p>
        <div class="row">
          <VBtn
            type="submit"
            :disabled="version === page.desktop.version"
            :loading="changeVersion.isPending.value"
            >It is this version now</VBtn
          >
        </div>
      </form>
      <section class="paper" aria-label="Folder">
        <h2>Folder</h2>
        <p class="mono">{{ page.desktop.folder }}</p>
      </section>
      <AccessBox />
      <section class="paper">
        <h2>Keeping</h2>
        <p class="second">
          Nothing in its folder is touched when a desktop is deleted. Its safe states are deleted with it;
          profiles stay.
        </p>
        <div class="row">
          <VBtn :loading="remove.isPending.value" @click="remove.mutate(ask)"
            >Delete {{ page.desktop.name }}</VBtn
          >
        </div>
        <ProblemNote v-if="remove.error.value" :error="remove.error.value" />
      </section>
    </div>
  </div>
  <p v-else class="third">Reading the folder through its map…</p>
</template>

<style scoped>
.head {
  gap: 14px;
  margin-bottom: 14px;
}

.desktop {
  display: grid;
  grid-template: auto 1fr / minmax(0, 1fr) 300px;
  gap: 20px;
}

/* What it shows on, and when: first. */
.first {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 10px;
  align-items: start;
}

.desktop > :is(.first, section) {
  grid-column: 1;
}

.about {
  grid-column: 2;
  grid-row: 1 / span 2;
}

.about,
.session,
.desktop > section {
  display: grid;
  gap: 10px;
  align-content: start;
}

form {
  display: grid;
  justify-items: start;
  gap: 8px;
}

form > .v-input {
  width: 100%;
}

:is(.about, .session, .first) > .paper {
  display: grid;
  gap: 8px;
  padding: 12px;
  overflow-wrap: anywhere;
}

@media (width <= 1100px) {
  .first {
    grid-template-columns: minmax(0, 1fr);
  }
}

@media (width <= 700px) {
  .desktop {
    grid-template: none / minmax(0, 1fr);
  }

  .about {
    grid-column: auto;
    grid-row: auto;
  }
}
</style>
