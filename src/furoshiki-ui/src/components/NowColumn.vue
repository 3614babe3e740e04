<script setup lang="ts">
import { IconChevronDown } from '@tabler/icons-vue'
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import { count, moment } from '@/composables/words'
import DesktopPicture from './DesktopPicture.vue'
import SignalWord from './SignalWord.vue'

const props = defineProps<{ now?: Schemas['NowView']; desktops: Schemas['DesktopView'][] }>()
const chosen = defineModel<string>('chosen', { required: true })

const isUnfolded = ref(false)
const on = computed(() => props.now?.on)
const drift = computed(() => props.now?.drift ?? [])
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
        </div>
      </VMenu>

      <section aria-label="On now">
        <p class="third label">Now</p>
        <DesktopPicture :look="now.look" :desktop="now.desktop.id" :name="`${now.desktop.name} now`" framed />
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

      <dl v-if="drift.length > 0" class="drift paper folds" data-test="drift">
        <div v-for="part in drift" :key="part.kind">
          <dt>{{ part.title }}</dt>
          <dd :title="part.files.join('\n')">{{ part.words }}</dd>
        </div>
      </dl>
      <div v-if="on && drift.length > 0" class="row folds">
        <VBtn :to="{ name: 'save', query: { as: on.profileId } }">Save…</VBtn>
        <VBtn :to="{ name: 'switch', query: { saving: on.savingId } }">Put back…</VBtn>
      </div>

      <div v-for="part in now.unread" :key="part.kind" class="note cannot folds" data-test="unread">
        <SignalWord signal="cannot" :word="`${part.title} not read`" />
        <p class="mono">{{ part.file }}</p>
        <p>{{ part.reason }}</p>
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

.drift > div {
  display: grid;
  grid-template-columns: 80px 1fr;
  gap: 8px;
  padding: 5px 10px;
}

.drift > div + div {
  border-top: 1px solid var(--line);
}

.drift dt {
  font-weight: 600;
}

.drift dd {
  color: var(--second);
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
