<script setup lang="ts">
import { computed } from 'vue'
import { useRouter } from 'vue-router'
import type { Schemas } from '@/api/client'
import { useBeginFitting } from '@/composables/useBeginFitting'
import { useLineUp } from '@/composables/useLineUp'
import { count, isOnNow, toneWord } from '@/composables/words'
import { useChoices } from '@/stores/choices'
import AdviceCount from './AdviceCount.vue'
import DesktopPicture from './DesktopPicture.vue'
import ReadinessWord from './ReadinessWord.vue'

const props = defineProps<{ card: Schemas['ProfileCard']; desktop: number }>()

const router = useRouter()
const lineUp = useLineUp()
const begin = useBeginFitting()
const choices = useChoices()
const reference = computed(() => `saving-${props.card.savingId}`)
const isLined = computed(() => lineUp.has(reference.value))
const isOn = computed(() => isOnNow(props.card.readiness))
/** What is said of the look: what it was found by, how like it is to now where that is the order, or what it is. */
const said = computed(() => {
  if (props.card.foundBy.length > 0) return props.card.foundBy.join('; ')
  if (props.card.likeness) return props.card.likeness.words
  return [toneWord(props.card.isDark), count(props.card.parts, 'part')].filter(Boolean).join(', ')
})
const page = computed(() => ({ name: 'profile', params: { id: props.card.id } }))
const plan = computed(() => ({ name: 'switch', query: { saving: props.card.savingId } }))

function press(event: KeyboardEvent) {
  if (!choices.singleKeys || event.ctrlKey || event.altKey || event.metaKey) return
  if (event.key === 'l') lineUp.toggle(reference.value)
  else if (event.key === 'p' && !isOn.value) void router.push(plan.value)
  else return
  event.preventDefault()
}
</script>

<template>
  <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions -- the keys belong to what in the card has the focus -->
  <article class="card" :data-profile="card.profile.name" @keydown="press">
    <div class="top">
      <RouterLink class="open" :to="page" :aria-label="`Open ${card.profile.name}`">
        <img v-if="card.screenshot" class="screenshot" :src="card.screenshot" alt="" />
        <DesktopPicture
          v-else
          :look="card.look"
          :desktop="desktop"
          :name="card.profile.name"
          main-only
          cloth
          corner
        />
      </RouterLink>
      <div class="actions">
        <VBtn v-if="!isOn" class="main" :to="plan" :aria-label="`Switch to ${card.profile.name}…`"
          >Switch…</VBtn
        >
        <VBtn
          :aria-label="`Try ${card.profile.name} in a fitting`"
          :disabled="begin.isPending.value"
          @click="begin.mutate(reference)"
          >Try</VBtn
        >
        <VBtn
          :aria-pressed="isLined"
          :aria-label="isLined ? `Lined up: ${card.profile.name}` : `Line up ${card.profile.name}`"
          @click="lineUp.toggle(reference)"
          >{{ isLined ? 'Lined up' : 'Line up' }}</VBtn
        >
      </div>
    </div>
    <div class="words">
      <h2 :title="card.profile.name">
        <RouterLink class="name" tabindex="-1" :to="page">{{ card.profile.name }}</RouterLink>
      </h2>
      <span class="third"
        ><AdviceCount :look="card.look" :desktop="desktop" :profile="card.id" />
        <span class="mono">{{ card.ordinal }}</span></span
      >
      <span class="said second" :class="{ found: card.foundBy.length > 0 }" :title="said">{{ said }}</span>
      <ReadinessWord :readiness="card.readiness" />
    </div>
  </article>
</template>

<style scoped>
.card {
  position: relative;
  background: var(--paper);
}

.card:focus-within {
  outline: 2px solid var(--action);
}

.open {
  display: block;
  text-decoration: none;
}

.screenshot {
  display: block;
  width: 100%;
  aspect-ratio: 16 / 9.7;
  object-fit: cover;
}

.open:focus-visible {
  outline-offset: -4px;
}

.top {
  position: relative;
}

.actions {
  position: absolute;
  inset: auto 0 0;
  display: flex;
  gap: 6px;
  padding: 8px;
  background: #1b1b1b;
  opacity: 0;
}

.card:hover .actions,
.card:focus-within .actions {
  opacity: 1;
}

.words {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 2px 8px;
  align-items: baseline;
  min-height: 60px;
  padding: 9px 12px;
}

.words > :nth-child(even) {
  justify-self: end;
}

.name {
  color: inherit;
  text-decoration: none;
}

.name:hover {
  text-decoration: underline;
}

.said,
h2 {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.found,
.found + * {
  grid-column: 1 / -1;
}

.found {
  overflow-wrap: anywhere;
  white-space: normal;
}
</style>
