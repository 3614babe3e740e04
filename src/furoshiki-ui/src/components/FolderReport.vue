<script setup lang="ts">
import type { Schemas } from '@/api/client'
import { count } from '@/composables/words'
import SignalWord, { type Signal } from './SignalWord.vue'

defineProps<{ report: Schemas['FolderReport'] }>()

const FOUND: Record<Schemas['Found'], { signal: Signal; word: string }> = {
  Set: { signal: 'ready', word: 'found' },
  NotSet: { signal: 'plain', word: 'not set' },
  Unread: { signal: 'cannot', word: 'not read' },
}
</script>

<template>
  <ul class="report paper" data-test="report">
    <li v-for="kind in report.kinds" :key="kind.kind" :data-found="kind.kind">
      <strong>{{ kind.title }}</strong>
      <SignalWord v-bind="FOUND[kind.found]" />
      <div>
        <p v-if="kind.found !== 'NotSet' && kind.words">{{ kind.words }}</p>
        <p v-for="value in kind.unread" :key="value.at" class="missing">
          <SignalWord signal="cannot" :word="`${value.setting} not read:`" /> {{ value.reason }}
        </p>
        <p v-if="kind.missing.length > 0" class="missing">
          <SignalWord signal="waiting" :word="`named, not found: ${kind.missing.join(', ')}`" />
        </p>
        <p v-for="gap in kind.gaps" :key="gap" class="missing">
          <SignalWord signal="cannot" word="cannot be held:" /> {{ gap }}
        </p>
        <p v-for="doubt in kind.doubts" :key="doubt" class="missing">
          <SignalWord signal="waiting" word="not certain:" /> {{ doubt }}
        </p>
        <details class="third">
          <summary>
            {{ kind.places > 0 ? count(kind.settings, 'setting') : 'whole files' }}
          </summary>
          <p v-for="file in kind.files" :key="file" class="mono">{{ file }}</p>
        </details>
      </div>
    </li>
  </ul>
</template>

<style scoped>
li {
  display: grid;
  grid-template-columns: 104px 84px minmax(0, 1fr);
  gap: 10px;
  align-items: baseline;
  padding: 5px 12px;
}

li + li {
  border-top: 1px solid var(--line);
}

p {
  overflow-wrap: anywhere;
}
</style>
