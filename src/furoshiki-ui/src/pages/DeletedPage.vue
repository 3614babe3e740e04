<script setup lang="ts">
import { ref } from 'vue'
import { useDeletions } from '@/api/queries'
import PastBar from '@/components/PastBar.vue'
import ProblemNote from '@/components/ProblemNote.vue'
import { useDeletion } from '@/composables/useDeletion'
import { costWords, DELETED, moment } from '@/composables/words'

const { data: deletions, error } = useDeletions()
const { undelete, deleteForGood } = useDeletion()
/** What is about to be deleted for good, once that is pressed again. */
const asked = ref<number>()
</script>

<template>
  <PastBar />
  <ProblemNote v-if="error && !deletions" :error="error" />
  <p v-else-if="deletions?.length === 0" class="nothing paper">
    Profiles, savings, safe states and desktops that are deleted stay here for 30 days, and can be undeleted.
    There are none.
  </p>
  <template v-else-if="deletions">
    <ProblemNote v-if="undelete.error.value" :error="undelete.error.value" />
    <ProblemNote v-if="deleteForGood.error.value" :error="deleteForGood.error.value" />
    <ul class="paper">
      <li v-for="one in deletions" :key="one.id">
        <div>
          <p>
            <strong>{{ one.name }}</strong> <span class="second">{{ DELETED[one.what] }}</span>
          </p>
          <p class="third">
            Deleted {{ moment(one.at) }}, can be undeleted until {{ moment(one.until) }}.
            {{ costWords(one.cost) }}
          </p>
        </div>
        <div class="row">
          <VBtn :aria-label="`Undelete ${one.name}`" @click="undelete.mutate(one.id)">Undelete</VBtn>
          <VBtn
            :aria-label="asked === one.id ? undefined : `Delete for good… ${one.name}`"
            @click="asked === one.id ? deleteForGood.mutate(one.id) : (asked = one.id)"
            >{{ asked === one.id ? 'Yes, delete it for good' : 'Delete for good…' }}</VBtn
          >
          <VBtn v-if="asked === one.id" @click="asked = undefined">Keep it</VBtn>
        </div>
      </li>
    </ul>
  </template>
  <p v-else class="third">Reading what was deleted…</p>
</template>

<style scoped>
.nothing {
  padding: 16px;
}

li {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 12px;
  align-items: center;
  padding: 10px 12px;
}

li + li {
  border-top: 1px solid var(--line);
}

@media (width <= 700px) {
  li {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
