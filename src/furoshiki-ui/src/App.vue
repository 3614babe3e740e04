<script setup lang="ts">
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import { useChanges, useFreshness } from '@/api/queries'
import KeyList from '@/components/KeyList.vue'
import LineUpBar from '@/components/LineUpBar.vue'
import NowColumn from '@/components/NowColumn.vue'
import ProblemNote from '@/components/ProblemNote.vue'
import TopBar from '@/components/TopBar.vue'
import { provideDesktop } from '@/composables/useDesktop'
import { useKeys } from '@/composables/useKeys'
import { useLineUp } from '@/composables/useLineUp'

const { desktops, id, now, chosen, error } = provideDesktop()
useFreshness(now)
useChanges(id)
const router = useRouter()
const lineUp = useLineUp()
const showsKeys = ref(false)

useKeys({
  'g s': () => router.push({ name: 'shelf' }),
  'g c': () => router.push({ name: 'compare' }),
  'g d': () => router.push({ name: 'desktops' }),
  'g w': () => router.push({ name: 'states' }),
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
      <NowColumn v-model:chosen="chosen" :now="now" :desktops="desktops ?? []" />
      <div class="side">
        <TopBar @keys="showsKeys = true" />
        <ProblemNote v-if="error" class="trouble" :error="error" />
        <main id="page" class="page" tabindex="-1">
          <RouterView v-if="id !== undefined" />
        </main>
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
  grid-template-rows: auto auto 1fr auto;
  grid-template-areas: 'top' 'trouble' 'page' 'line-up';
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
  padding: 16px 20px 24px;
  outline: none;
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
    grid-template-columns: 92px 1fr;
  }
}
</style>
