<script setup lang="ts">
import { computed } from 'vue'
import { useChanged } from '@/api/asked'
import { api, take } from '@/api/client'
import { useSafeStatesKept, useSafeStates } from '@/api/queries'
import ChosenState from '@/components/ChosenState.vue'
import DesktopPicture from '@/components/DesktopPicture.vue'
import NameForm from '@/components/NameForm.vue'
import PastBar from '@/components/PastBar.vue'
import ProblemNote from '@/components/ProblemNote.vue'
import ThinningRule from '@/components/ThinningRule.vue'
import { useAddress } from '@/composables/useAddress'
import { useDesktop } from '@/composables/useDesktop'
import { useInSight } from '@/composables/useInSight'
import { count, moment, size, wholeWords } from '@/composables/words'
import { useTitle } from '@/composables/useTitle'

const { id } = useDesktop()
const { data: states, error } = useSafeStates(id)
const { made, left, rest } = useInSight(
  computed(() => states.value ?? []),
  12,
)
const chosen = useAddress('state')
const state = computed(
  () => states.value?.find((one) => String(one.id) === chosen.value) ?? states.value?.[0],
)
useTitle(() => state.value && `${state.value.title}, safe state`)
const { data: allKept } = useSafeStatesKept(id)
const kept = computed(() => new Map(allKept.value?.each.map((one) => [one.id, one])))
const changed = useChanged()
async function make(name: string) {
  const made = await take(
    api.POST('/api/desktops/{id}/safe-states', { params: { path: { id: id.value } }, body: { name } }),
  )
  await changed()
  chosen.value = String(made.id)
}
</script>

<template>
  <PastBar><NameForm opens="Make a safe state…" verb="Make it" :give="make" /></PastBar>
  <ProblemNote v-if="error && !states" :error="error" />
  <p v-else-if="states?.length === 0" class="nothing paper">
    Before every switch, an exact copy of every managed file is made here and read back, and whenever you ask
    for one. There was none yet.
  </p>
  <div v-else-if="state" class="states">
    <div>
      <ThinningRule :desktop="id" />
      <ol class="line" aria-label="Newest first">
        <li v-for="one in made" :key="one.id">
          <button class="state paper" :aria-pressed="one.id === state.id" @click="chosen = String(one.id)">
            <DesktopPicture class="thumb" :look="one.look" :desktop="id" :name="one.title" main-only />
            <span>
              <strong>{{ one.title }}</strong>
              <span class="second">{{ moment(one.madeAt) }}, {{ one.reason }}</span>
              <span class="third"
                >{{ count(one.files, 'file') }}, {{ size(one.size)
                }}<template v-if="kept.has(one.id)">, {{ wholeWords(kept.get(one.id)?.seenWhole) }}</template
                ><template v-if="one.isKept">, kept</template></span
              >
            </span>
          </button>
        </li>
        <li v-if="left" ref="rest" class="beyond" :style="{ height: `${left * 85}px` }" />
      </ol>
    </div>
    <ChosenState :desktop="id" :state="state" :kept="kept.get(state.id)" />
  </div>
</template>

<style scoped>
.nothing {
  padding: 16px;
}

.states {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 20px;
  align-items: start;
}

.line {
  display: grid;
  gap: 10px;
  padding-left: 18px;
  border-left: 2px solid var(--line);
}

.line li {
  position: relative;
}

.line li:not(.beyond)::before {
  content: '';
  position: absolute;
  top: 28px;
  left: -24px;
  width: 10px;
  height: 10px;
  border: 2px solid var(--second);
  background: var(--ground);
}

.state {
  display: grid;
  grid-template-columns: 116px 1fr;
  gap: 12px;
  align-items: center;
  width: 100%;
  padding: 6px 12px 6px 6px;
  color: var(--text);
  text-align: start;
}

.state span span {
  display: block;
}

@media (width <= 700px) {
  .states {
    grid-template-columns: minmax(0, 1fr);
  }

  /* What is chosen stands below, and is not to be far away. */
  .line {
    max-height: 50vh;
    padding-block: 3px;
    padding-right: 3px;
    overflow-y: auto;
  }

  .state {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
