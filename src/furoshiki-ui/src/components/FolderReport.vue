<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import { count } from '@/composables/words'
import SignalWord from './SignalWord.vue'

/** What a map found: first what is not right, then what is, folded. */
const props = defineProps<{ report: Schemas['FolderReport'] }>()

type Found = Schemas['FoundView']
const isWrong = (kind: Found) =>
  kind.found === 'Unread' ||
  kind.unread.length + kind.missing.length + kind.gaps.length + kind.doubts.length > 0
const wrong = computed(() => props.report.kinds.filter(isWrong))
const others = (found: Schemas['Found']) =>
  props.report.kinds.filter((kind) => kind.found === found && !isWrong(kind))
const groups = computed(() =>
  [
    { signal: 'ready' as const, word: 'found', kinds: others('Set') },
    { signal: 'plain' as const, word: 'not set', kinds: others('NotSet') },
  ].filter(({ kinds }) => kinds.length > 0),
)
const titles = (kinds: Found[]) => kinds.map((kind) => kind.title).join(', ')
const places = (kind: Found) => (kind.places > 0 ? count(kind.settings, 'setting') : 'whole files')
</script>

<template>
  <div class="report paper" data-test="report">
    <ul v-if="wrong.length > 0" aria-label="Not right">
      <li v-for="kind in wrong" :key="kind.kind" class="kind" :data-found="kind.kind">
        <strong>{{ kind.title }}</strong>
        <div>
          <p v-if="kind.found !== 'NotSet' && kind.words">{{ kind.words }}</p>
          <p v-if="kind.found === 'Unread'"><SignalWord signal="cannot" word="not read" /></p>
          <p v-for="value in kind.unread" :key="value.at">
            <SignalWord signal="cannot" :word="`${value.setting} not read:`" /> {{ value.reason }}
          </p>
          <p v-if="kind.missing.length > 0">
            <SignalWord signal="waiting" :word="`named, not found: ${kind.missing.join(', ')}`" />
          </p>
          <p v-for="gap in kind.gaps" :key="gap">
            <SignalWord signal="cannot" word="cannot be held:" /> {{ gap }}
          </p>
          <p v-for="doubt in kind.doubts" :key="doubt">
            <SignalWord signal="waiting" word="not certain:" /> {{ doubt }}
          </p>
          <p v-for="file in kind.files" :key="file" class="mono third">{{ file }}</p>
        </div>
      </li>
    </ul>
    <details v-for="group in groups" :key="group.word">
      <summary>
        <SignalWord :signal="group.signal" :word="`${group.kinds.length} ${group.word}`" />{{ ' ' }}
        <span class="second">{{ titles(group.kinds) }}</span>
      </summary>
      <table>
        <tbody>
          <tr v-for="kind in group.kinds" :key="kind.kind" :data-found="kind.kind">
            <th scope="row">{{ kind.title }}</th>
            <td>{{ kind.words }}</td>
            <td class="third">{{ places(kind) }}</td>
            <td class="mono third">
              <div v-for="file in kind.files" :key="file">{{ file }}</div>
            </td>
          </tr>
        </tbody>
      </table>
    </details>
  </div>
</template>

<style scoped>
.kind {
  display: grid;
  grid-template-columns: 104px minmax(0, 1fr);
  gap: 10px;
  align-items: baseline;
  padding: 5px 12px;
}

.kind + .kind,
ul + details,
details + details,
tr {
  border-top: 1px solid var(--line);
}

.report {
  overflow-wrap: anywhere;
}

summary {
  min-height: 24px;
  padding: 6px 12px;
  cursor: pointer;
}

summary .second {
  margin-inline-start: 6px;
}

table {
  width: 100%;
  border-collapse: collapse;
}

th,
td {
  padding: 4px 6px;
  text-align: start;
  vertical-align: baseline;
}

th {
  width: 104px;
  padding-inline-start: 12px;
}

td:nth-child(3) {
  width: 84px;
}
</style>
