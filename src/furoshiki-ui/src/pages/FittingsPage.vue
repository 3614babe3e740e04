<script setup lang="ts">
import { computed } from 'vue'
import { api, take } from '@/api/client'
import { useFittings, useProfiles } from '@/api/queries'
import DesktopPicture from '@/components/DesktopPicture.vue'
import ProblemNote from '@/components/ProblemNote.vue'
import { useBeginFitting } from '@/composables/useBeginFitting'
import { useDeletion } from '@/composables/useDeletion'
import { useDesktop } from '@/composables/useDesktop'
import { count, moment } from '@/composables/words'

const { id, now } = useDesktop()
const { data: fittings, error } = useFittings(id)
const { data: profiles } = useProfiles(id)

const begin = useBeginFitting()
const { remove } = useDeletion()
const throwAway = (fitting: number) =>
  remove.mutate(() => take(api.DELETE('/api/fittings/{id}', { params: { path: { id: fitting } } })))
const saved = computed(() => profiles.value ?? [])
</script>

<template>
  <div class="fittings">
    <h1>Fitting</h1>
    <ProblemNote v-if="error" :error="error" />
    <ProblemNote v-if="begin.error.value" :error="begin.error.value" />
    <ProblemNote v-if="remove.error.value" :error="remove.error.value" />
    <p class="second">
      A look is made here by trying, part by part on its picture. Nothing on the desktop is touched before you
      switch to it.
    </p>
    <section v-if="fittings && fittings.length > 0" aria-label="Being fitted">
      <h2>Being fitted</h2>
      <ul class="cards">
        <li v-for="one in fittings" :key="one.id" class="paper">
          <RouterLink :to="{ name: 'fitting', params: { id: one.id } }">
            <DesktopPicture :look="one.look" :desktop="id" :name="one.name" cloth corner />
            <strong>{{ one.name }}</strong>
          </RouterLink>
          <div class="row">
            <span class="second"
              >{{ count(one.steps, 'step') }} on {{ one.base }}, {{ moment(one.changedAt) }}</span
            >
            <VBtn class="bare push" :aria-label="`Throw away ${one.name}`" @click="throwAway(one.id)"
              >Throw away</VBtn
            >
          </div>
        </li>
      </ul>
    </section>
    <section aria-label="Begin with">
      <h2>Begin with</h2>
      <ul class="cards begin">
        <li class="paper">
          <button :disabled="begin.isPending.value" @click="begin.mutate('now')">
            <DesktopPicture v-if="now" :look="now.look" :desktop="id" name="What is on now" main-only cloth />
            <strong>What is on now</strong>
          </button>
        </li>
        <li v-for="card in saved" :key="card.id" class="paper">
          <button :disabled="begin.isPending.value" @click="begin.mutate(`saving-${card.savingId}`)">
            <DesktopPicture
              :look="card.look"
              :desktop="id"
              :name="card.profile.name"
              main-only
              cloth
              corner
            />
            <strong>{{ card.profile.name }}</strong> <span class="third">{{ card.ordinal }} saving</span>
          </button>
        </li>
        <li class="paper">
          <button class="nothing" :disabled="begin.isPending.value" @click="begin.mutate('nothing')">
            <strong>Nothing</strong>
            <span class="second"
              >Only what you put in is in the look; all else on the desktop stays as it is.</span
            >
          </button>
        </li>
      </ul>
    </section>
  </div>
</template>

<style scoped>
.fittings {
  display: grid;
  gap: 14px;
}

.cards {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(250px, 1fr));
  gap: 12px;
  margin-top: 6px;
}

.begin {
  grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
}

.cards a {
  display: block;
  color: var(--text);
  text-decoration: none;
}

.cards li {
  padding-bottom: 6px;
}

.cards strong,
.cards .row,
.cards .third {
  margin-inline: 10px;
}

.cards .third {
  margin-inline-start: 0;
}

.begin button {
  width: 100%;
}

.cards button:hover strong,
.cards a:hover strong {
  text-decoration: underline;
}

.nothing {
  display: grid;
  gap: 4px;
  align-content: center;
  height: 100%;
  min-height: 120px;
}

.nothing .second {
  margin-inline: 10px;
}
</style>
