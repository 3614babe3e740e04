<script setup lang="ts">
import { useRouter } from 'vue-router'
import { useChanged } from '@/api/asked'
import { api, take, type Schemas } from '@/api/client'
import NameForm from './NameForm.vue'
import SignalWord from './SignalWord.vue'
import { count } from '@/composables/words'

const props = defineProps<{ supply: Schemas['SupplyView']; desktop: number }>()

const router = useRouter()
const changed = useChanged()
/** Keeps it under another name; the plan then puts that on where this is on, and this back as it came. */
async function keep(title: string) {
  const own = await take(
    api.POST('/api/desktops/{id}/supplies/own', {
      params: { path: { id: props.desktop } },
      body: { supply: props.supply.name, title },
    }),
  )
  await changed()
  await router.push({
    name: 'switch',
    query: {
      ...(own.kinds.length > 0 ? { of: `now:${own.kinds.join(',')}`, instead: own.instead } : {}),
      get: [own.id, own.came],
    },
  })
}
</script>

<template>
  <div class="edited">
    <SignalWord
      signal="waiting"
      :word="count(supply.edited.length, 'file is not as it came', 'files are not as they came')"
    />
    <p class="mono">{{ supply.edited.join(', ') }}</p>
    <p v-if="supply.perhaps.length > 0">
      {{ [supply.version, ...supply.perhaps].join(' and ') }} differ in just that, so which of them it was is
      not known.
    </p>
    <VBtn
      v-for="version in [supply.version, ...supply.perhaps]"
      :key="version"
      :to="{ name: 'switch', query: { get: `${supply.name}@${version}` } }"
      >Put back{{ supply.perhaps.length > 0 ? ` as ${version}` : '' }}…</VBtn
    >
    <NameForm opens="Keep as your own…" verb="Keep it" :give="keep" />
  </div>
</template>

<style scoped>
.edited {
  display: grid;
  gap: 6px;
  justify-items: start;
  padding: 10px;
  border-left: 3px solid var(--waiting);
  background: var(--waiting-tint);
  overflow-wrap: anywhere;
}
</style>
