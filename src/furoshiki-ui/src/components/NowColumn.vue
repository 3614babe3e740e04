<script setup lang="ts">
import { IconChevronDown } from '@tabler/icons-vue'
import { computed, ref, watch } from 'vue'
import type { Schemas } from '@/api/client'
import { count, moment } from '@/composables/words'
import DesktopPicture from './DesktopPicture.vue'
import DriftList from './DriftList.vue'
import SignalWord from './SignalWord.vue'

const props = defineProps<{
  now?: Schemas['NowView']
  desktops: Schemas['DesktopView'][]
  /** The chosen desktop, where its folder cannot be looked at. */
  gone?: Schemas['DesktopView']
  /** Whether it is known that there is no desktop. */
  isEmpty?: boolean
}>()
const emit = defineEmits<{ seen: []; show: []; forget: [aside: number] }>()
const chosen = defineModel<string>('chosen', { required: true })

const isUnfolded = ref(false)
const on = computed(() => props.now?.on)
const drift = computed(() => props.now?.drift ?? [])
/** What was put on as it was fitted or chosen, and is in no saving. */
const unsaved = computed(() => props.now?.unsaved ?? [])
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
/** Whether there is something to be done with what is on. */
const acts = computed(() => !on.value || (props.now?.changes ?? 0) > 0)

const waiting = computed(() => (props.now?.notShowing ?? []).filter((part) => part.willShow))
const can = (doing: Schemas['Doing']) => props.now?.waiting.some((step) => step.doing === doing)
const fallen = computed(() => (props.now?.notShowing ?? []).filter((part) => !part.willShow))
const shown = computed(() => props.gone ?? props.now?.desktop)
const screens = (desktop: Schemas['DesktopView']) =>
  [`${desktop.platform} ${desktop.version}`.trim(), count(desktop.screens.length, 'screen')].join(', ')
</script>

<template>
  <aside class="now" :class="{ unfolded: isUnfolded }" aria-label="Now">
    <div class="top">
      <VBtn class="fold" :aria-expanded="isUnfolded" @click="isUnfolded = !isUnfolded">{{
        isUnfolded ? 'Fold' : 'Unfold'
      }}</VBtn>
      <VMenu v-if="shown">
        <template #activator="{ props: menu }">
          <button class="chooser paper folds" v-bind="menu">
            <span>
              <strong>{{ shown.name }}</strong>
              <span class="second">{{ screens(shown) }}</span>
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
      <p v-if="gone" class="note cannot">
        <SignalWord signal="cannot" word="It cannot be looked at now" />
      </p>
      <section v-else-if="now" aria-label="On now">
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
          <p class="second" data-test="on">
            <span class="strip">{{ now.desktop.name }}, </span
            ><span class="words">{{ on.ordinal }} saving{{ now.changes > 0 ? ', with ' : '' }}</span
            >{{ now.changes > 0 ? count(now.changes, 'change') : '' }}
          </p>
        </template>
        <p v-else class="second folds">No profile is on. Save what is on now, and you can come back to it.</p>
      </section>
      <template v-else-if="isEmpty">
        <p class="third label">Now</p>
        <p>No desktop has been added yet. What it has on, what changed and the way back will stand here.</p>
        <VBtn class="main" :to="{ name: 'desktops', query: { add: 'folder' } }">Add a desktop…</VBtn>
      </template>
      <p v-else-if="shown" class="third">Reading the desktop…</p>
    </div>

    <div v-if="now && !gone" class="notes folds">
      <DriftList
        v-if="drift.length > 0"
        v-model="picked"
        :parts="drift"
        :before="now.then"
        :after="now.look"
      />
      <div v-if="unsaved.length > 0" class="paper unsaved" data-test="unsaved-now">
        <p v-for="part in unsaved" :key="part.kind">
          <strong>{{ part.title }}</strong> <span class="second">{{ part.words }}, saved nowhere</span>
        </p>
      </div>

      <div v-if="now.recovered" class="note waiting" data-test="recovered">
        <SignalWord signal="waiting" word="An earlier switch" />
        <p>{{ now.recovered }}</p>
        <VBtn @click="emit('seen')">Seen</VBtn>
      </div>
      <div v-for="aside in now.asides" :key="aside.id" class="note waiting" data-test="aside">
        <SignalWord signal="waiting" word="Set aside" />
        <p class="mono">{{ aside.path }}</p>
        <div class="row">
          <VBtn :to="{ name: 'switch', query: { aside: aside.id } }">Bring it back…</VBtn>
          <VBtn @click="emit('forget', aside.id)">Not needed</VBtn>
        </div>
      </div>

      <div v-if="now.waiting.length > 0" class="note waiting" data-test="waiting">
        <p v-for="step in now.waiting" :key="step.subject">
          <SignalWord signal="waiting" :word="step.subject" /> {{ step.words }}
        </p>
        <VBtn v-if="can('Now')" @click="emit('show')">{{
          can('ByHand') || can('IfAllowed') ? 'Do what can be done here' : 'Do all that waits'
        }}</VBtn>
        <p v-if="can('IfAllowed')">
          <RouterLink :to="{ name: 'desktops' }">Let Furoshiki tell the programs…</RouterLink>
        </p>
        <details>
          <summary>What is set, and what shows</summary>
          <p v-for="part in waiting" :key="part.kind">
            {{ part.title }}: {{ part.set }} is set, {{ part.showing }} shows.
          </p>
        </details>
      </div>
      <div v-for="part in fallen" :key="part.kind" class="note waiting" data-test="fallen">
        <SignalWord signal="waiting" :word="`${part.title}: something else shows`" />
        <p>{{ part.set }} is set and not all there; {{ part.showing }} shows.</p>
      </div>
      <div v-for="file in now.unread" :key="file.file" class="note cannot" data-test="unread">
        <SignalWord signal="cannot" :word="`${file.parts.map((part) => part.title).join(', ')} not read`" />
        <p class="mono">{{ file.file }}</p>
        <p>{{ file.reason }}</p>
        <VBtn
          v-if="file.anew"
          :to="{
            name: 'switch',
            query: { back: file.parts.map((part) => part.kind).join(), anew: file.anew },
          }"
          >Write it anew, as saved…</VBtn
        >
        <VBtn
          v-if="file.state"
          :to="{ name: 'switch', query: { state: file.state, files: encodeURIComponent(file.file) } }"
          >Put the file back…</VBtn
        >
        <p v-if="!file.anew && !file.state">No copy of it is kept that can be read.</p>
      </div>
      <div
        v-for="value in now.unreadValues"
        :key="`${value.file} ${value.at}`"
        class="note cannot"
        data-test="unread-value"
      >
        <SignalWord signal="cannot" :word="`${value.title}: ${value.setting} not read`" />
        <p>{{ value.reason }}</p>
        <p class="mono">{{ value.file }}, {{ value.at }}</p>
        <VBtn :to="{ name: 'switch', query: { back: value.kind } }">Put it back…</VBtn>
      </div>
      <div v-if="now.gaps.length > 0" class="note cannot" data-test="gaps">
        <SignalWord signal="cannot" word="Cannot be held" />
        <p v-for="gap in now.gaps" :key="gap.path">
          <span class="mono">{{ gap.path }}</span> {{ gap.reason }}
        </p>
      </div>
      <div v-if="now.notFound.length > 0" class="note waiting">
        <SignalWord signal="waiting" word="Named, but not found" />
        <p>{{ now.notFound.join(', ') }}</p>
      </div>
    </div>

    <div v-if="now && !gone" class="foot">
      <div v-if="acts" class="row folds" data-test="acts">
        <VBtn v-if="!on" class="main" :to="{ name: 'save' }">Save what’s on now…</VBtn>
        <VBtn
          v-if="on"
          :disabled="drift.length > 0 && some.length === 0"
          :to="{ name: 'save', query: { as: on.profileId, parts: isAll ? undefined : some.join() } }"
          >Save{{ isAll ? '' : ` ${some.length}` }}…</VBtn
        >
        <VBtn
          v-if="drift.length > 0"
          :disabled="some.length === 0"
          :to="{ name: 'switch', query: { back: isAll ? 'all' : some.join() } }"
          >Put back{{ isAll ? '' : ` ${some.length}` }}…</VBtn
        >
      </div>
      <section class="back" aria-label="Way back">
        <h3 class="folds">Way back</h3>
        <RouterLink v-if="now.wayBack" class="last folds" :to="{ name: 'states' }">
          <DesktopPicture
            :look="now.wayBack.look"
            :desktop="now.desktop.id"
            :name="now.wayBack.title"
            main-only
          />
          <p>{{ now.wayBack.title }}<br />{{ moment(now.wayBack.madeAt) }}</p>
        </RouterLink>
        <p v-else class="folds">Every switch makes a safe state first. It will stand here.</p>
        <VBtn v-if="now.wayBack" class="go" :to="{ name: 'switch', query: { state: now.wayBack.id } }"
          >Go back…</VBtn
        >
      </section>
    </div>
  </aside>
</template>

<style scoped>
.now {
  display: flex;
  flex-direction: column;
  gap: 12px;
  height: 100vh;
  overflow: auto;
  padding: 14px;
  background: var(--now-ground);
  border-right: 1px solid var(--line);
}

.now > * {
  flex: none;
}

/* What there is to say scrolls between what is on and what can be done with it, which never leave the screen. */
.now > .notes {
  display: flex;
  flex: 1 1 0;
  flex-direction: column;
  gap: 12px;
  min-height: 64px;
  overflow: auto;
}

.top,
.foot {
  display: grid;
  gap: 12px;
}

/* In a window that is too low for all of it, the rest goes under it. */
.foot {
  position: sticky;
  bottom: 0;
  background: var(--now-ground);
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

.unsaved {
  padding: 5px 10px;
  overflow-wrap: anywhere;
}

.unsaved strong {
  font-weight: 600;
}

.note {
  padding: 8px 10px;
  overflow-wrap: anywhere;
}

.note.cannot {
  border-left: 3px solid var(--cannot);
  background: var(--cannot-tint);
}

.note summary {
  padding: 3px 0;
}

.note.waiting {
  border-left: 3px solid var(--waiting);
  background: var(--waiting-tint);
}

.back {
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
  color: inherit;
  text-decoration: none;
}

.last:hover p {
  text-decoration: underline;
}

.back .go {
  width: 100%;
  height: 32px;
  margin-top: 10px;
  border-color: #ffffff;
  background: #ffffff;
  color: #1b1b1b;
}

.fold,
.strip {
  display: none;
}

@media (width <= 1100px) and (width > 700px) {
  .now:not(.unfolded) .words {
    display: none;
  }
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

  .now.unfolded {
    width: 272px;
    box-shadow: 0 0 0 1px var(--line);
  }

  .now:not(.unfolded) .foot {
    margin-top: auto;
  }

  .now:not(.unfolded) .back {
    padding: 6px;
  }

  .now:not(.unfolded) .go.go {
    margin: 0;
    padding: 0;
  }
}

/* Two lines: what is on, and what can be done with it. */
@media (width <= 700px) {
  .now.now.now {
    position: static;
    width: auto;
    height: auto;
    overflow: visible;
    padding: 8px 12px;
    border-right: 0;
    border-bottom: 1px solid var(--line);
    box-shadow: none;
  }

  .now > .notes {
    flex: none;
    min-height: 0;
    overflow: visible;
  }

  .now.now:not(.unfolded) {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto;
    gap: 6px 12px;
    align-items: center;
  }

  .now:not(.unfolded) .top,
  .now:not(.unfolded) .foot,
  .now:not(.unfolded) section {
    display: contents;
  }

  .now:not(.unfolded) .on,
  .now:not(.unfolded) [data-test='on'] {
    grid-column: 1;
    margin: 0;
    overflow: hidden;
    white-space: nowrap;
    text-overflow: ellipsis;
  }

  .now:not(.unfolded) .on {
    grid-row: 1;
  }

  .now:not(.unfolded) [data-test='on'] {
    grid-row: 2;
  }

  .now:not(.unfolded) .strip {
    display: inline;
  }

  .now:not(.unfolded) :deep(.picture),
  .now:not(.unfolded) .label {
    display: none;
  }

  .now :deep(.picture) {
    max-width: 420px;
  }

  .fold.fold {
    grid-area: 1 / 2;
    padding: 0 10px;
  }

  .now:not(.unfolded) .go.go {
    grid-area: 2 / 2;
    padding: 0 10px;
    border-color: var(--text);
  }
}
</style>
