<script setup lang="ts">
import { useRouter } from 'vue-router'
import { PAST } from '@/composables/past'

/** The title of what is past, with its pages in one row; what belongs to the one that is open stands at the end of it. */
const router = useRouter()
const pages = PAST.map((name) => router.resolve({ name }).meta.title)
</script>

<template>
  <div class="past row">
    <h1>
      Past<span class="unseen">: {{ $route.meta.title }}</span>
    </h1>
    <nav class="row" aria-label="What is past">
      <RouterLink v-for="(name, at) in PAST" :key="name" class="page" :to="{ name }">{{
        pages[at]
      }}</RouterLink>
    </nav>
    <div class="row push"><slot /></div>
  </div>
</template>

<style scoped>
.past {
  flex-wrap: wrap;
  gap: 8px 14px;
  margin-bottom: 12px;
}

nav {
  flex-wrap: wrap;
  gap: 8px;
}

.page {
  padding: 5px 12px;
  border: 1px solid var(--line);
  background: var(--paper);
  color: var(--text);
  font-weight: 550;
  text-decoration: none;
}

.page:hover {
  border-color: var(--second);
}

.page.router-link-exact-active {
  border-color: var(--text);
  background: var(--text);
  color: var(--paper);
}
</style>
