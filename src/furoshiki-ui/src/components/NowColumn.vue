<script setup lang="ts">
import { IconChevronDown } from '@tabler/icons-vue'
import { computed, ref, watch } from 'vue'
import type { Schemas } from '@/api/client'
import { count, moment } from '@/composables/words'
import DesktopPicture from './DesktopPicture.vue'
import DriftList from './DriftList.vue'
import SignalWord from './SignalWord.vue'

const props = defineProps<{ now?: Schemas['NowView']; desktops: Schemas['DesktopView'][] }>()
const chosen = defineModel<string>('chosen', { required: true })

const isUnfolded = ref(false)
const on = computed(() => props.now?.on)
const drift = computed(() => props.now?.drift ?? [])
/** What is chosen to be saved or put back; all that drifted, until a person says otherwise. */
const picked = ref<string[]>([])
const kinds = computed(() => drift.value.map((part) => part.kind))
watch(
  () => kinds.value.join(),
  () => (picked.value = kinds.value),
  { immediate: true },
)
const some = computed(() => kinds.value.filter((kind) => picked.value.includes(kind)))
const isAll = computed(() => some.value.length === kinds.value.length)

const MOMENTS: Record<Schemas['Shows'], string> = {
  AtOnce: 'at once',
  AfterProgramRestart: 'when its program starts again',
  AfterSignIn: 'after the next sign-in',
  AfterRestart: 'after the next restart',
}
const waiting = computed(() => (props.now?.notShowing ?? []).filter((part) => part.willShow))
const fallen = computed(() => (props.now?.notShowing ?? []).filter((part) => !part.willShow))
const moments = computed(() => {
  const byMoment = new Map<string, string[]>()
  for (const part of waiting.value) {
    const when =
      part.until === 'AfterProgramRestart' && part.program
        ? `when the ${part.program} start${part.program.endsWith('s') ? '' : 's'} again`
        : MOMENTS[part.until]
    byMoment.set(when, [...(byMoment.get(when) ?? []), part.title])
  }
  return [...byMoment]
})
const screens = (desktop: Schemas['DesktopView']) =>
  `${desktop.platform} ${desktop.version}, ${count(desktop.screens.length, 'screen')}`
</script>

<template>
  <aside class="now" :class="{ unfolded: isUnfolded }" aria-label="Now">
    <VBtn class="fold" :aria-expanded="isUnfolded" @click="isUnfolded = !isUnfolded">{{
      isUnfolded ? 'Fold' : 'Unfold'
    }}</VBtn>
    <template v-if="now">
      <VMenu>
        <template #activator="{ props: menu }">
          <button class="chooser paper folds" v-bind="menu">
            <span>
              <strong>{{ now.desktop.name }}</strong>
              <span class="second">{{ screens(now.desktop) }}</span>
            </span>
            <IconChevronDown :size="16" />
          </button>
        </template>
        <div class="menu">
          <button v-for="desktop in desktops" :key="desktop.id" @click="chosen = String(desktop.id)">
            {{ desktop.name }}, {{ screens(desktop) }}
          </button>
          <RouterLink :to="{ name: 'desktops' }">Folders, maps and sessions…</RouterLink>
        </div>
      </VMenu>

      <section aria-label="On now">
        <p class="third label">Now</p>
        <DesktopPicture
          :look="now.showing"
          :desktop="now.desktop.id"
          :name="`${now.desktop.name} now`"
          framed
        />
        <template v-if="on">
          <RouterLink class="on" :to="{ name: 'profile', params: { id: on.profileId } }">{{
            on.name
          }}</RouterLink>
          <p class="second folds" data-test="on">
            {{ on.ordinal }} saving{{
              drift.length > 0 ? `, and ${count(drift.length, 'change')} since` : ''
            }}
          </p>
          <p v-if="drift.length > 0" class="second strip">{{ count(drift.length, 'change') }}</p>
        </template>
        <p v-else class="second folds">No profile is on. Save what is on now to keep it.</p>
      </section>

      <SignalWord v-if="now.recovered" class="note folds" signal="waiting" :word="now.recovered" tinted />

      <DriftList v-if="drift.length > 0" v-model="picked" class="folds" :parts="drift" />
      <div v-if="on && drift.length > 0" class="row folds">
        <VBtn
          :disabled="some.length === 0"
          :to="{ name: 'save', query: { as: on.profileId, parts: isAll ? undefined : some.join() } }"
          >Save{{ isAll ? '' : ` ${some.length}` }}…</VBtn
        >
        <VBtn
          :disabled="some.length === 0"
          :to="{ name: 'switch', query: { saving: on.savingId, parts: isAll ? undefined : some.join() } }"
          >Put back{{ isAll ? '' : ` ${some.length}` }}…</VBtn
        >
      </div>

      <div v-if="moments.length > 0" class="note waiting folds" data-test="waiting">
        <p v-for="[when, titles] in moments" :key="when">
          <SignalWord signal="waiting" :word="titles.join(', ')" />
          {{ titles.length === 1 && !titles[0]?.endsWith('s') ? 'shows' : 'show' }} {{ when }}.
        </p>
        <details>
          <summary>What is set, and what shows</summary>
          <p v-for="part in waiting" :key="part.kind">
            {{ part.title }}: {{ part.set }} is set, {{ part.showing }} shows.
          </p>
        </details>
      </div>
      <div v-for="part in fallen" :key="part.kind" class="note waiting folds" data-test="fallen">
        <SignalWord signal="waiting" :word="`${part.title}: something else shows`" />
        <p>{{ part.set }} is set and not all there; {{ part.showing }} shows.</p>
      </div>

      <div v-for="part in now.unread" :key="part.kind" class="note cannot folds" data-test="unread">
        <SignalWord signal="cannot" :word="`${part.title} not read`" />
        <p class="mono">{{ part.file }}</p>
        <p>{{ part.reason }}</p>
      </div>
      <div v-if="now.gaps.length > 0" class="note cannot folds" data-test="gaps">
        <SignalWord signal="cannot" word="Cannot be held" />
        <p v-for="gap in now.gaps" :key="gap.path">
          <span class="mono">{{ gap.path }}</span> {{ gap.reason }}
        </p>
      </div>
      <div v-if="now.notFound.length > 0" class="note waiting folds">
        <SignalWord signal="waiting" word="Named, but not found" />
        <p>{{ now.notFound.join(', ') }}</p>
      </div>

      <section class="back" aria-label="Way back">
        <h3 class="folds">Way back</h3>
        <div v-if="now.wayBack" class="last folds">
          <DesktopPicture
            :look="now.wayBack.look"
            :desktop="now.desktop.id"
            :name="now.wayBack.reason"
            main-only
          />
          <p>{{ now.wayBack.reason }}<br />{{ moment(now.wayBack.madeAt) }}, checked</p>
        </div>
        <p v-else class="folds">Every switch makes a safe state first. It will stand here.</p>
        <VBtn v-if="now.wayBack" class="go" :to="{ name: 'switch', query: { state: now.wayBack.id } }"
          >Go back…</VBtn
        >
      </section>
    </template>
    <p v-else class="third">Reading the desktop…</p>
  </aside>
</template>

<style scoped>
.now {
  display: flex;
  flex-direction: column;
  gap: 12px;
  height: 100vh;
  padding: 14px;
  overflow: auto;
  background: var(--now-ground);
  border-right: 1px solid var(--line);
}

.chooser {
  display: flex;
  align-items: center;
  justify-content: space-between;
  width: 100%;
  padding: 7px 10px;
  text-align: start;
}

.chooser strong {
  display: block;
  font-size: 14px;
  font-weight: 650;
}

.label {
  margin-bottom: 4px;
  font-size: 12px;
  font-weight: 550;
}

.on {
  display: block;
  margin-top: 12px;
  color: var(--text);
  font-size: 15px;
  font-weight: 650;
  text-decoration: none;
}

.on:hover {
  text-decoration: underline;
}

.note {
  padding: 8px 10px;
  overflow-wrap: anywhere;
}

.note.cannot {
  border-left: 3px solid var(--cannot);
  background: var(--cannot-tint);
}

.note.waiting {
  border-left: 3px solid var(--waiting);
  background: var(--waiting-tint);
}

.back {
  margin-top: auto;
  padding: 12px;
  background: var(--strong);
  color: var(--on-strong);
}

.back h3,
.back p {
  color: var(--on-strong-second);
  font-size: 12px;
}

.last {
  display: grid;
  grid-template-columns: 74px 1fr;
  gap: 8px;
  align-items: center;
  margin-top: 8px;
}

.back .go {
  width: 100%;
  height: 32px;
  margin-top: 10px;
  border-color: #ffffff;
  background: #ffffff;
  color: #1b1b1b;
}

.strip,
.fold {
  display: none;
}

@media (width <= 1100px) {
  .now {
    position: relative;
    z-index: 5;
    width: 92px;
    padding: 10px 8px;
  }

  .fold.fold {
    display: block;
    padding: 0;
  }

  .now:not(.unfolded) .folds {
    display: none;
  }

  .now:not(.unfolded) .strip {
    display: block;
  }

  .now.unfolded {
    width: 272px;
    box-shadow: 0 0 0 1px var(--line);
  }

  .now:not(.unfolded) .back {
    padding: 6px;
  }

  .now:not(.unfolded) .go.go {
    margin: 0;
    padding: 0;
  }
}
</style>
