<script setup lang="ts">
import { IconKeyboard, IconMoon, IconSun, IconSunMoon } from '@tabler/icons-vue'
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { PAST } from '@/composables/past'
import { useKeys } from '@/composables/useKeys'
import { useShelf } from '@/composables/useShelf'
import { useChoices } from '@/stores/choices'

defineEmits<{ keys: [] }>()

const route = useRoute()
const router = useRouter()
const choices = useChoices()
const search = ref<HTMLInputElement>()
const isOnShelf = computed(() => route.name === 'shelf')
const { sought: find, first } = useShelf(isOnShelf)
const sought = computed(() => (isOnShelf.value ? find.value : ''))
const ROOM_WORDS = { system: 'Room as system', day: 'Day room', night: 'Night room' }

function seek(text: string) {
  if (isOnShelf.value) find.value = text
  else void router.push({ name: 'shelf', query: { find: text || undefined } })
}

async function openFirst() {
  const look = isOnShelf.value ? await first() : undefined
  if (!look) return
  // The page that opens has the focus then.
  search.value?.blur()
  void router.push({ name: 'profile', params: { id: look.id } })
}

useKeys({ '/': () => search.value?.focus() })
</script>

<template>
  <header class="bar">
    <RouterLink class="name" to="/">
      <img src="/knot.svg" alt="" width="24" height="24" />
      Furoshiki
    </RouterLink>
    <nav aria-label="Pages">
      <RouterLink to="/" :class="{ here: isOnShelf || route.name === 'profile' }">Shelf</RouterLink>
      <RouterLink to="/fittings" :class="{ here: route.name === 'fitting' }">Fitting</RouterLink>
      <RouterLink to="/compare">Compare</RouterLink>
      <RouterLink to="/supplies">Supplies</RouterLink>
      <RouterLink to="/safe-states" :class="{ here: PAST.includes(String(route.name)) }">Past</RouterLink>
      <RouterLink to="/desktops">Desktops</RouterLink>
    </nav>
    <VBtn class="bare push" @click="choices.nextRoom()">
      <IconMoon v-if="choices.room === 'night'" :size="16" />
      <IconSun v-else-if="choices.room === 'day'" :size="16" />
      <IconSunMoon v-else :size="16" />
      <span>{{ ROOM_WORDS[choices.room] }}</span>
    </VBtn>
    <VBtn class="bare" @click="$emit('keys')">
      <IconKeyboard :size="16" />
      <span>Keys</span>
    </VBtn>
    <label class="find">
      <span class="unseen">Find a look or a part</span>
      <input
        ref="search"
        type="search"
        placeholder="Find a look or a part"
        :value="sought"
        @input="seek(($event.target as HTMLInputElement).value)"
        @keydown.enter="openFirst"
      />
      <kbd>/</kbd>
    </label>
  </header>
</template>

<style scoped>
.bar {
  grid-area: top;
  display: flex;
  align-items: center;
  gap: 6px;
  height: 52px;
  padding: 0 20px;
  background: var(--raised);
  border-bottom: 1px solid var(--line);
  white-space: nowrap;
}

.name {
  display: flex;
  align-items: center;
  gap: 8px;
  margin-right: 10px;
  color: var(--text);
  font-size: 16px;
  font-weight: 700;
  text-decoration: none;
}

nav {
  display: flex;
  align-self: stretch;
}

nav a {
  display: flex;
  align-items: center;
  padding: 3px 12px 0;
  border-bottom: 3px solid transparent;
  color: var(--second);
  font-size: 14px;
  font-weight: 550;
  text-decoration: none;
}

nav a:hover {
  color: var(--text);
}

nav a.here,
nav a.router-link-exact-active {
  border-color: var(--action);
  color: var(--text);
  font-weight: 650;
}

.bare span {
  margin-left: 5px;
  font-weight: 500;
}

.find {
  position: relative;
  flex: 0 1 220px;
  min-width: 110px;
}

.find input {
  width: 100%;
  height: 32px;
  padding: 0 34px 0 10px;
  border: 1px solid var(--line);
  background: var(--paper);
  color: var(--text);
}

.find input::placeholder {
  color: var(--third);
}

.find kbd {
  position: absolute;
  right: 8px;
  top: 6px;
  padding: 0 6px;
  border: 1px solid var(--line);
  color: var(--third);
  font: 12px/18px var(--mono);
}

@media (width <= 700px) {
  .bar {
    flex-wrap: wrap;
    height: auto;
    padding: 6px 12px;
  }

  nav {
    order: 1;
    flex-wrap: wrap;
    width: 100%;
  }

  nav a {
    padding: 6px 10px;
  }

  .find {
    order: 2;
    flex-basis: 100%;
  }
}

@media (width <= 1100px) {
  .bar {
    gap: 2px;
    padding: 0 12px;
  }

  nav a {
    padding: 3px 7px 0;
  }
}

@media (width <= 1320px) {
  .bare span {
    position: absolute;
    width: 1px;
    height: 1px;
    overflow: hidden;
    clip-path: inset(50%);
  }
}
</style>
