<script setup lang="ts">
import { useMutation } from '@tanstack/vue-query'
import { useChanged } from '@/api/asked'
import { api, take } from '@/api/client'
import { useVersionNews } from '@/api/queries'
import { useDesktop } from '@/composables/useDesktop'
import { count, moment } from '@/composables/words'

const { id, now } = useDesktop()
const { data: news } = useVersionNews(id)
const changed = useChanged()
const seen = useMutation({
  mutationFn: () =>
    take(api.DELETE('/api/desktops/{id}/version/news', { params: { path: { id: id.value } } })),
  onSuccess: changed,
})
</script>

<template>
  <section v-if="news?.earlier && now" class="news" aria-label="Another version">
    <p>
      <strong>{{ now.desktop.platform }} {{ now.desktop.version }}</strong> since
      {{ moment(news.earlier.until) }}, {{ news.earlier.version }} before.
      {{
        news.profiles.length > 0
          ? `${count(news.profiles.length, 'look is', 'looks are')} not made for it:`
          : 'Every look is as good for it as it was.'
      }}
    </p>
    <ul>
      <li v-for="one in news.profiles" :key="one.profile">
        <RouterLink :to="{ name: 'profile', params: { id: one.profile } }">{{ one.name }}</RouterLink>
        <span class="second">{{ one.words.join(' ') }}</span>
      </li>
    </ul>
    <VBtn :loading="seen.isPending.value" @click="seen.mutate()">I have seen it</VBtn>
  </section>
</template>

<style scoped>
.news {
  display: grid;
  gap: 6px;
  justify-items: start;
  margin-bottom: 14px;
  padding: 10px 12px;
  border-left: 3px solid var(--waiting);
  background: var(--waiting-tint);
}

li {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 8px;
  padding: 2px 0;
}

a {
  padding: 2px 0;
  color: var(--text);
  font-weight: 600;
}
</style>
