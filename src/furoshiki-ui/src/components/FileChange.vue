<script setup lang="ts">
import type { Schemas } from '@/api/client'

const props = defineProps<{ file: Schemas['FileView'] }>()
const addressOf = (content: string) =>
  `/api/content/${content}/${encodeURIComponent(props.file.path.split('/').at(-1) ?? '')}`
</script>

<template>
  <div class="file">
    <p class="mono">{{ file.path }}</p>
    <p class="third">
      was
      <img v-if="file.beforeContent" :src="addressOf(file.beforeContent)" alt="" width="20" height="20" />
      <span class="mono">{{ file.before }}</span>
    </p>
    <p class="third">
      is
      <img v-if="file.nowContent" :src="addressOf(file.nowContent)" alt="" width="20" height="20" />
      <span class="mono">{{ file.now }}</span>
    </p>
  </div>
</template>

<style scoped>
img {
  vertical-align: middle;
}

.third .mono {
  font-size: 11px;
}
</style>
