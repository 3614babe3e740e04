<script setup lang="ts">
import { refDebounced } from '@vueuse/core'
import { computed } from 'vue'
import { useFileVersions, useFoundFiles } from '@/api/queries'
import FileChange from '@/components/FileChange.vue'
import PastBar from '@/components/PastBar.vue'
import ProblemNote from '@/components/ProblemNote.vue'
import { useAddress } from '@/composables/useAddress'
import { useDesktop } from '@/composables/useDesktop'
import { count, moment } from '@/composables/words'
import { useTitle } from '@/composables/useTitle'

const { id } = useDesktop()
const find = useAddress('containing')
const path = useAddress('path')
const { data: found } = useFoundFiles(id, refDebounced(find, 150))
const { data: versions, error } = useFileVersions(id, path)
useTitle(() => path.value && `${path.value.slice(path.value.lastIndexOf('/') + 1)} over time`)
/** Several states in a row in which it stayed the same. */
const spans = computed(() =>
  (versions.value ?? []).map((one) => ({
    ...one,
    when: !one.to
      ? 'as it is now'
      : one.states === 1
        ? moment(one.to)
        : `${moment(one.from ?? one.to)} to ${moment(one.to)}, ${count(one.states, 'state')}`,
  })),
)
</script>

<template>
  <PastBar />
  <div class="files">
    <div>
      <label class="find"
        >Find a managed file
        <input v-model="find" type="search" placeholder="a part of its path" />
      </label>
      <ul class="paper" aria-label="Managed files">
        <li v-for="one in found" :key="one">
          <button class="mono" :aria-pressed="one === path" @click="path = one">{{ one }}</button>
        </li>
      </ul>
      <p v-if="found?.length === 0" class="third">No managed file has that in its path.</p>
    </div>
    <ProblemNote v-if="error" :error="error" />
    <p v-else-if="!path" class="third">Choose a file to see what it was in the safe states.</p>
    <section v-else aria-label="What it was">
      <h2 class="mono">{{ path }}</h2>
      <ol>
        <li v-for="one in spans" :key="one.state ?? 0" class="paper" data-test="version">
          <p>
            <strong>{{ one.title }}</strong> <span class="second">{{ one.when }}</span>
          </p>
          <p v-if="one.isNow" class="third">
            <span class="mono">{{ one.file.after }}</span>{{ one.state ? ', the same as now' : '' }}
          </p>
          <template v-else>
            <FileChange :file="one.file" was-word="then" is-word="now" />
            <VBtn :to="{ name: 'switch', query: { state: one.state, files: encodeURIComponent(path) } }"
              >Go back to this file…</VBtn
            >
          </template>
        </li>
      </ol>
    </section>
  </div>
</template>

<style scoped>
.files {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 20px;
  align-items: start;
}

.find {
  display: grid;
  gap: 4px;
  margin-bottom: 8px;
}

input {
  padding: 4px 8px;
  border: 1px solid var(--line);
  background: var(--paper);
}

button {
  width: 100%;
  min-height: 26px;
  padding: 3px 10px;
  text-align: start;
  overflow-wrap: anywhere;
}

button:hover {
  text-decoration: underline;
}

button[aria-pressed='true'] {
  background: var(--action-tint);
}

h2 {
  margin-bottom: 8px;
  font-size: 13px;
  overflow-wrap: anywhere;
}

ol {
  display: grid;
  gap: 10px;
}

ol li {
  display: grid;
  gap: 6px;
  justify-items: start;
  padding: 8px 12px;
}

@media (width <= 700px) {
  .files {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
