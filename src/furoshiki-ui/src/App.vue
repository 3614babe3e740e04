<script setup lang="ts">
import { nextTick, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useChanged } from '@/api/asked'
import { api, take } from '@/api/client'
import { useChanges, useNotices } from '@/api/queries'
import DeletedBar from '@/components/DeletedBar.vue'
import FirstStart from '@/components/FirstStart.vue'
import GoneDesktop from '@/components/GoneDesktop.vue'
import KeepBar from '@/components/KeepBar.vue'
import KeyList from '@/components/KeyList.vue'
import LineUpBar from '@/components/LineUpBar.vue'
import NowColumn from '@/components/NowColumn.vue'
import ProblemNote from '@/components/ProblemNote.vue'
import SignalWord from '@/components/SignalWord.vue'
import TopBar from '@/components/TopBar.vue'
import { provideDesktop } from '@/composables/useDesktop'
import { useKeptFocus } from '@/composables/useKeptFocus'
import { useKeys } from '@/composables/useKeys'
import { useLineUp } from '@/composables/useLineUp'

const { desktops, id, gone, now, chosen, error } = provideDesktop()
const { data: notices } = useNotices()
useChanges()
const router = useRouter()
const route = useRoute()
const changed = useChanged()

const desktop = () => ({ id: id.value ?? 0 })
async function see() {
  await take(api.POST('/api/desktops/{id}/news/seen', { params: { path: desktop() } }))
  await changed()
}
async function forget(aside: number) {
  await take(api.DELETE('/api/desktops/{id}/asides/{aside}', { params: { path: { ...desktop(), aside } } }))
  await changed()
}
async function show() {
  await take(
    api.POST('/api/desktops/{id}/session', {
      params: { path: desktop() },
      body: { action: 'AllThatWaits', program: null },
    }),
  )
  await changed()
}
/** Where a page goes away with what had the focus, the next one gets it, and says what it is. */
const arrived = ref('')
const page = ref<HTMLElement>()
router.afterEach(async (to, from, failure) => {
  if (failure || to.path === from.path || from.matched.length === 0) return
  await nextTick()
  arrived.value = String(to.meta.title)
  if (document.activeElement === document.body) page.value?.focus({ preventScroll: true })
})
useKeptFocus(page)

const lineUp = useLineUp()
const showsKeys = ref(false)

useKeys({
  'g s': () => router.push({ name: 'shelf' }),
  'g f': () => router.push({ name: 'fittings' }),
  'g c': () => router.push({ name: 'compare' }),
  'g d': () => router.push({ name: 'desktops' }),
  'g u': () => router.push({ name: 'supplies' }),
  'g p': () => router.push({ name: 'states' }),
  'g h': () => router.push({ name: 'history' }),
  'g t': () => router.push({ name: 'files' }),
  'g x': () => router.push({ name: 'deleted' }),
  'g k': () => router.push({ name: 'copies' }),
  'g n': () => router.push({ name: 'save' }),
  x: () => {
    if (lineUp.looks.value.length > 1) void lineUp.compare()
  },
  '?': () => (showsKeys.value = true),
})
</script>

<template>
  <VApp>
    <a class="skip" href="#page">To the page</a>
    <div class="frame">
      <NowColumn
        v-model:chosen="chosen"
        :now="now"
        :desktops="desktops ?? []"
        :gone="gone"
        :is-empty="desktops?.length === 0"
        @seen="see"
        @show="show"
        @forget="forget"
      />
      <div class="side">
        <TopBar @keys="showsKeys = true" />
        <KeepBar v-if="id !== undefined" />
        <ProblemNote v-if="error" class="trouble" :error="error" />
        <SignalWord
          v-for="notice in notices"
          :key="notice"
          class="trouble"
          signal="cannot"
          :word="notice"
          tinted
        />
        <p class="unseen" role="status">{{ arrived }}</p>
        <main id="page" ref="page" class="page" tabindex="-1">
          <GoneDesktop
            v-if="gone && !route.query.add && !['deleted', 'copies'].includes(String(route.name))"
            :desktop="gone"
          />
          <RouterView v-else-if="id !== undefined || (desktops && route.meta.needsNoDesktop)" />
          <FirstStart v-else-if="desktops?.length === 0" />
        </main>
        <DeletedBar />
        <LineUpBar v-if="id !== undefined && lineUp.looks.value.length > 0" />
      </div>
    </div>
    <KeyList v-model="showsKeys" />
  </VApp>
</template>

<style scoped>
.frame {
  display: grid;
  grid-template-columns: 272px 1fr;
  height: 100vh;
}

.side {
  display: grid;
  grid-template-rows: auto auto auto 1fr auto auto;
  grid-template-areas: 'top' 'keep' 'trouble' 'page' 'deleted' 'line-up';
  min-width: 0;
  height: 100vh;
}

.trouble {
  grid-area: trouble;
  margin: 16px 20px 0;
}

.page {
  grid-area: page;
  overflow: auto;
  --page-top: 16px;
  padding: var(--page-top) 20px 24px;
  /* What fills the page reads its height as 100cqh, whatever stands above and below it. */
  container-type: size;
  outline: none;
  overflow-wrap: anywhere;
}

.skip {
  position: absolute;
  z-index: 10;
  top: -40px;
  left: 8px;
  padding: 6px 10px;
  background: var(--paper);
}

.skip:focus {
  top: 8px;
}

@media (width <= 1100px) {
  .frame {
    grid-template-columns: 92px minmax(0, 1fr);
  }
}

@media (width <= 700px) {
  .frame {
    display: block;
    height: auto;
  }

  .side {
    height: auto;
  }

  .page {
    --page-top: 12px;
    padding: var(--page-top) 12px 12px;
    container-type: normal;
    overflow: visible;
  }
}
</style>
