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

const waiting = computed(() => (props.now?.notShowing ?? []).filter((part) => part.willShow))
const can = (doing: Schemas['Doing']) => props.now?.waiting.some((step) => step.doing === doing)
const fallen = computed(() => (props.now?.notShowing ?? []).filter((part) => !part.willShow))
const shown = computed(() => props.gone ?? props.now?.desktop)
const screens = (desktop: Schemas['DesktopView']) =>
  [`${desktop.platform} ${desktop.version}`.trim(), count(desktop.screens.length, 'screen')].join(', ')
</script>

<template>
  <aside class="now" :class="{ unfolded: isUnfolded }" aria-label="Now">
    <div class="rest">
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
      <p v-if="gone" class="note cannot folds">
        <SignalWord signal="cannot" word="It cannot be looked at now" />
      </p>
      <template v-else-if="now">
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
                unsaved.length > 0 ? `, with ${count(unsaved.length, 'change')} saved nowhere` : ''
              }}{{ drift.length > 0 ? `, and ${count(drift.length, 'change')} since` : '' }}
            </p>
            <div v-if="unsaved.length > 0" class="folds" data-test="unsaved-now">
              <p v-for="part in unsaved" :key="part.kind" class="second">
                {{ part.title }}: {{ part.words }}
              </p>
              <VBtn v-if="drift.length === 0" :to="{ name: 'save', query: { as: on.profileId } }">Save…</VBtn>
            </div>
            <p v-if="drift.length > 0" class="second strip">{{ count(drift.length, 'change') }}</p>
          </template>
          <template v-else>
            <p class="second folds">No profile is on. Save what is on now, and you can come back to it.</p>
            <VBtn class="main folds" :to="{ name: 'save' }">Save what’s on now…</VBtn>
          </template>
        </section>

        <div v-if="now.recovered" class="note waiting folds" data-test="recovered">
          <SignalWord signal="waiting" word="An earlier switch" />
          <p>{{ now.recovered }}</p>
          <VBtn @click="emit('seen')">Seen</VBtn>
        </div>
        <div v-for="aside in now.asides" :key="aside.id" class="note waiting folds" data-test="aside">
          <SignalWord signal="waiting" word="Set aside" />
          <p class="mono">{{ aside.path }}</p>
          <div class="row">
            <VBtn :to="{ name: 'switch', query: { aside: aside.id } }">Bring it back…</VBtn>
            <VBtn @click="emit('forget', aside.id)">Not needed</VBtn>
          </div>
        </div>

        <DriftList
          v-if="drift.length > 0"
          v-model="picked"
          class="folds"
          :parts="drift"
          :before="now.then"
          :after="now.look"
        />
        <div v-if="drift.length > 0" class="row folds">
          <VBtn
            v-if="on"
            :disabled="some.length === 0"
            :to="{ name: 'save', query: { as: on.profileId, parts: isAll ? undefined : some.join() } }"
            >Save{{ isAll ? '' : ` ${some.length}` }}…</VBtn
          >
          <VBtn
            :disabled="some.length === 0"
            :to="{ name: 'switch', query: { back: isAll ? 'all' : some.join() } }"
            >Put back{{ isAll ? '' : ` ${some.length}` }}…</VBtn
          >
        </div>

        <div v-if="now.waiting.length > 0" class="note waiting folds" data-test="waiting">
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
        <div v-for="part in fallen" :key="part.kind" class="note waiting folds" data-test="fallen">
          <SignalWord signal="waiting" :word="`${part.title}: something else shows`" />
          <p>{{ part.set }} is set and not all there; {{ part.showing }} shows.</p>
        </div>

        <div v-for="file in now.unread" :key="file.file" class="note cannot folds" data-test="unread">
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
          class="note cannot folds"
          data-test="unread-value"
        >
          <SignalWord signal="cannot" :word="`${value.title}: ${value.setting} not read`" />
          <p>{{ value.reason }}</p>
          <p class="mono">{{ value.file }}, {{ value.at }}</p>
          <VBtn :to="{ name: 'switch', query: { back: value.kind } }">Put it back…</VBtn>
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
      </template>
      <template v-else-if="isEmpty">
        <p class="third label">Now</p>
        <p>No desktop has been added yet. What it has on, what changed and the way back will stand here.</p>
        <VBtn class="main" :to="{ name: 'desktops', query: { add: 'folder' } }">Add a desktop…</VBtn>
      </template>
      <p v-else class="third">Reading the desktop…</p>
    </div>
    <section v-if="now && !gone" class="back" aria-label="Way back">
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
  </aside>
</template>

<style scoped>
.now {
  display: flex;
  flex-direction: column;
  gap: 12px;
  height: 100vh;
  padding: 14px;
  background: var(--now-ground);
  border-right: 1px solid var(--line);
}

/* The way back never leaves the screen. */
.rest {
  display: flex;
  flex: 1;
  flex-direction: column;
  gap: 12px;
  min-height: 0;
  overflow: auto;
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

.note summary {
  padding: 3px 0;
}

.note.waiting {
  border-left: 3px solid var(--waiting);
  background: var(--waiting-tint);
}

.back {
  flex: none;
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

@media (width <= 700px) {
  .now.now.now {
    position: static;
    display: block;
    width: auto;
    height: auto;
    padding: 8px 12px;
    border-right: 0;
    border-bottom: 1px solid var(--line);
    box-shadow: none;
  }

  .now:not(.unfolded) .rest {
    display: contents;
  }

  .now.unfolded .rest {
    display: block;
    overflow: visible;
  }

  .now.unfolded .rest > * + *,
  .now.unfolded .back {
    margin-top: 8px;
  }

  .now.now:not(.unfolded) {
    display: flex;
    flex-flow: row wrap;
    align-items: center;
    gap: 8px 12px;
  }

  .now:not(.unfolded) .on {
    margin: 0;
  }

  .now:not(.unfolded) .picture,
  .now:not(.unfolded) .label {
    display: none;
  }

  .fold.fold {
    padding: 0 10px;
  }

  .now:not(.unfolded) .back {
    position: static;
    margin: 0 0 0 auto;
    padding: 0;
    background: none;
  }

  .now:not(.unfolded) .go.go {
    padding: 0 10px;
    border-color: var(--text);
  }
}
</style>
