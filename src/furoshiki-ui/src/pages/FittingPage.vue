<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { ProblemError, type Schemas } from '@/api/client'
import { useKinds, useSight } from '@/api/queries'
import AdviceList from '@/components/AdviceList.vue'
import BorrowList from '@/components/BorrowList.vue'
import ContactSheet from '@/components/ContactSheet.vue'
import DrawnPicture from '@/components/DrawnPicture.vue'
import FittingParts from '@/components/FittingParts.vue'
import FittingSteps from '@/components/FittingSteps.vue'
import NameForm from '@/components/NameForm.vue'
import PictureChooser from '@/components/PictureChooser.vue'
import ProblemNote from '@/components/ProblemNote.vue'
import SightControl from '@/components/SightControl.vue'
import SignalWord from '@/components/SignalWord.vue'
import { useAddress } from '@/composables/useAddress'
import { useDesktop } from '@/composables/useDesktop'
import { useFitting, type Edit } from '@/composables/useFitting'
import { useKeys } from '@/composables/useKeys'
import { useLineUp } from '@/composables/useLineUp'
import { count } from '@/composables/words'
import { SCREENSHOTS, useScreenshot } from '@/composables/useScreenshot'
import { useTitle } from '@/composables/useTitle'

const route = useRoute()
const router = useRouter()
const { now } = useDesktop()
const chosen = useAddress('desktop')
const id = computed(() => Number(route.params.id))
const sceneText = useAddress('scene', 'Desktop')
const scene = computed(() => sceneText.value as Schemas['PictureScene'])
const fitting = useFitting(id, scene)
const { view, error, problem, picture } = fitting
const { data: kinds } = useKinds()
useTitle(() => view.value && `${view.value.name}, being fitted`)

const opened = useAddress('part')
const at = useAddress('at')
const borrows = useAddress('borrow')
const lineUp = useLineUp()
/** What the contact sheet shows: a part and a setting of it, as "icons/set", or "looks", or "moves". */
const sheet = useAddress('sheet')
const EVERY_WALLPAPER = 'wallpaper/picture'
const reference = computed(() => `fitting-${id.value}`)

const sight = useAddress('sight', 'Usual')
const strength = useAddress('strength', '100')
const { data: simulated } = useSight(
  computed(() => sight.value as Schemas['Sight']),
  computed(() => Number(strength.value)),
)

/** The desktop in sight is the one that the fitting is for. */
watch(
  () => view.value?.desktop,
  (desktop) => {
    if (desktop) chosen.value = String(desktop)
  },
)
const screens = computed(() =>
  (now.value?.desktop.screens ?? []).map((screen, i) => (i === 0 ? 'main' : screen.id)),
)

/** Now and fitted in turn at the same place: the eye sees a change best that way. */
const showsNow = ref(false)
/** The colour role that has the focus: all that it paints is shown. */
const painted = ref('')
const parts = computed(() => view.value?.parts ?? [])
const steps = computed(() => view.value?.steps.filter((step) => !step.isOut).length ?? 0)

/** Pressing opens the part; pressing again what is open already leads to the colour that paints it. */
function open(kind: string, role: string, entry: string) {
  const isOpen = opened.value === kind
  if (role && (isOpen || !parts.value.some((part) => part.kind === kind))) {
    opened.value = 'colours'
    at.value = role
  } else {
    const own = parts.value
      .flatMap((part) => part.settings)
      .find((one) => kind === 'icons' && one.item === entry)
    at.value = own?.key ?? ''
    opened.value = kind
  }
}

function openAt(kind: string, setting: string) {
  borrows.value = ''
  opened.value = kind
  at.value = setting
}

const isFieldOfPart = computed(
  () =>
    problem.value?.field === 'add' ||
    parts.value.some((part) => part.settings.some((one) => one.key === problem.value?.field)),
)
const step = (edits: Edit[], continues: boolean, title?: string) => fitting.step(edits, { continues, title })
async function borrow(edits: Edit[], title: string) {
  if (await fitting.step(edits, { title })) borrows.value = ''
}
const sheetTitle = computed(() => {
  if (sheet.value === 'looks') return 'The line-up in turn'
  if (sheet.value === 'moves') return 'Whole moves'
  if (sheet.value === EVERY_WALLPAPER) return 'Under every wallpaper'
  const [name, ...key] = sheet.value.split('/')
  const kind = kinds.value?.find((one) => one.name === name)
  const setting = kind?.settings.find((one) => one.name === key.at(-1))
  return [kind?.title, key.length > 1 ? key[0] : '', setting?.title.toLowerCase()].filter(Boolean).join(', ')
})
/** Shows all that the open part could be, or puts the sheet away. */
function turnSheet() {
  if (sheet.value) return leaveSheet()
  const part = parts.value.find((one) => one.kind === opened.value)
  const setting = part?.settings.find((one) => one.hasChoices && one.items.length === 0)
  sheet.value = setting ? `${part?.kind}/${setting.key}` : EVERY_WALLPAPER
}
function leaveSheet() {
  sheet.value = ''
  fitting.release()
}
const toggleSheet = (of: string) => (sheet.value === of ? leaveSheet() : (sheet.value = of))
/** The part whose picture fills the scene. */
const ground = computed(() => {
  const subject = view.value?.scenes.find((one) => one.scene === scene.value)?.subject
  const kind = kinds.value?.find((one) => one.name === subject)
  return kind?.settings.some((one) => one.name === 'picture') ? kind.name : 'wallpaper'
})
const shelfPicture = useScreenshot(computed(() => view.value?.base.next?.profile ?? 0))
const isOver = ref(false)
/** A picture of the person's own becomes the icon of the entry on which it is let go, or else the ground of that screen. */
function takeDropped(event: DragEvent) {
  isOver.value = false
  const file = event.dataTransfer?.files[0]
  if (!file) return
  const target = event.target as Element
  const entry = target.closest<SVGElement>('[data-entry]')?.dataset.entry
  if (entry) return void fitting.takePicture(file, 'icons', entry)
  const on = target.closest<HTMLElement>('[data-screen]')?.dataset.screen
  const at = now.value?.desktop.screens.findIndex((screen) => screen.id === on) ?? -1
  const hasScreens = ground.value === 'wallpaper' && screens.value.length > 1
  void fitting.takePicture(file, ground.value, hasScreens ? (screens.value[at] ?? '') : '')
}
const planOf = computed(() => ({ name: 'switch', query: { fitting: id.value } }))

useKeys({
  '[': () => view.value?.undo && void fitting.undo(),
  ']': () => view.value?.redo && void fitting.redo(),
  t: turnSheet,
  n: () => (showsNow.value = !showsNow.value),
  l: () => lineUp.toggle(reference.value),
  p: () => void router.push(planOf.value),
})
</script>

<template>
  <ProblemNote v-if="error && !view" :error="error"
    ><VBtn :to="{ name: 'fittings' }">All fittings</VBtn></ProblemNote
  >
  <div v-else-if="view && kinds" class="fitting">
    <div class="look">
      <div class="row head">
        <h1>{{ view.name }}, being fitted</h1>
        <NameForm opens="Rename…" verb="Rename" is-bare :give="fitting.rename" />
        <span class="second"
          >{{ count(steps, 'step') }} on {{ view.base.name }}; nothing on the desktop is touched</span
        >
        <span class="push row">
          <VBtn :disabled="!view.undo" :title="view.undo ?? undefined" @click="fitting.undo()">Undo</VBtn>
          <VBtn :disabled="!view.redo" :title="view.redo ?? undefined" @click="fitting.redo()">Redo</VBtn>
        </span>
      </div>
      <ProblemNote v-if="problem && !isFieldOfPart" :error="new ProblemError(problem)" />
      <div v-if="view.base.moved.length > 0" class="moved">
        <SignalWord signal="waiting" :word="`Now has moved on: ${view.base.moved.join('; ')}`" />
        <VBtn @click="fitting.rebase('now')">Take it in</VBtn>
      </div>
      <DrawnPicture
        :class="{ over: isOver }"
        :look="showsNow ? (now?.look ?? '') : view.look"
        :desktop="view.desktop"
        :name="showsNow ? `${now?.desktop.name} now` : `${view.name} as it is fitted`"
        :scene="scene"
        :drawn="showsNow ? undefined : picture"
        :painted="painted"
        :sight="sight === 'Usual' ? undefined : simulated?.matrix"
        cloth
        corner
        pointable
        large
        :movable="!showsNow"
        @open="open"
        @move="fitting.tryStep([$event])"
        @moved="(move, isByKey) => fitting.step([move], { continues: isByKey })"
        @dragover.prevent="isOver = true"
        @dragleave="isOver = false"
        @drop.prevent="takeDropped"
      />
      <div class="row scenes">
        <span class="row" role="group" aria-label="Scene">
          <VBtn
            v-for="one in view.scenes"
            :key="one.scene"
            class="chip"
            :aria-pressed="scene === one.scene"
            @click="sceneText = one.scene"
            >{{ one.title }}</VBtn
          >
        </span>
        <VBtn class="push" :aria-pressed="showsNow" @click="showsNow = !showsNow">{{
          showsNow ? 'Now is shown' : 'Now, in turn'
        }}</VBtn>
      </div>
      <div class="row" role="group" aria-label="Try">
        <VBtn :aria-pressed="sheet === EVERY_WALLPAPER" @click="toggleSheet(EVERY_WALLPAPER)"
          >Under every wallpaper</VBtn
        >
        <VBtn :aria-pressed="sheet === 'moves'" @click="toggleSheet('moves')">Whole moves</VBtn>
        <VBtn
          v-if="lineUp.looks.value.length > 0"
          :aria-pressed="sheet === 'looks'"
          @click="toggleSheet('looks')"
          >The line-up in turn</VBtn
        >
        <PictureChooser
          title="Or drop one on a screen, or on an icon"
          @take="fitting.takePicture($event, ground, '')"
          >Your own picture…</PictureChooser
        >
        <span class="push row"><SightControl v-model:sight="sight" v-model:strength="strength" /></span>
      </div>
      <ContactSheet
        v-if="sheet"
        :fitting="view.id"
        :of="sheet"
        :looks="lineUp.looks.value"
        :title="sheetTitle"
        :look="view.look"
        :scene="scene"
        @try="fitting.tryStep($event.edits)"
        @release="fitting.release"
        @keep="(one, continues) => fitting.step(one.edits, { title: one.title ?? undefined, continues })"
        @leave="leaveSheet"
      />
      <AdviceList
        :look="view.look"
        :desktop="view.desktop"
        :profile="view.base.next?.profile"
        settles
        opens
        @settle="fitting.settle"
        @open="openAt"
      />
      <FittingSteps :fitting="view" @leave="fitting.leave" />
    </div>

    <div class="side">
      <BorrowList
        v-if="borrows"
        :kind="borrows"
        :title="kinds.find((one) => one.name === borrows)?.title ?? borrows"
        :desktop="view.desktop"
        :fitting="id"
        @leave="borrows = ''"
        @borrow="borrow"
      />
      <FittingParts
        v-else
        v-model="opened"
        v-model:at="at"
        :parts="parts"
        :kinds="kinds"
        :screens="screens"
        :fitting="id"
        :look="view.look"
        :problem="problem"
        @try="$event.length > 0 ? fitting.tryStep($event) : fitting.release()"
        @step="step"
        @borrow="borrows = $event"
        @paint="painted = $event"
        @own="fitting.takePicture"
      />
      <div class="foot">
        <VBtn class="main tall" :to="planOf">Plan a switch to this…</VBtn>
        <div class="row">
          <VBtn :to="{ name: 'save', query: { fitting: id } }">Save…</VBtn>
          <VBtn :aria-pressed="lineUp.has(reference)" @click="lineUp.toggle(reference)">{{
            lineUp.has(reference) ? 'In the line-up' : 'Line up'
          }}</VBtn>
          <PictureChooser
            v-if="view.base.next"
            :accept="SCREENSHOTS"
            :title="`Your own picture on the card of ${view.base.next.name}`"
            @take="shelfPicture.mutate"
            >Its picture on the shelf…</PictureChooser
          >
        </div>
        <ProblemNote v-if="shelfPicture.error.value" :error="shelfPicture.error.value" />
        <p v-else-if="shelfPicture.isSuccess.value" class="second" role="status">
          {{ view.base.next?.name }} has it on its card.
        </p>
      </div>
    </div>
  </div>
</template>

<style scoped>
.fitting {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 348px;
  gap: 16px;
}

.look {
  display: grid;
  gap: 10px;
  align-content: start;
  min-width: 0;
}

.over {
  outline: 2px dashed var(--action);
  outline-offset: 4px;
}

.moved {
  display: flex;
  gap: 10px;
  align-items: start;
  justify-content: space-between;
  padding: 8px 12px;
  background: var(--waiting-tint);
}

.side {
  display: grid;
  grid-template-rows: minmax(0, 1fr) auto;
  gap: 10px;
  align-self: start;
  position: sticky;
  top: 0;
  max-height: 100cqh;
}

.side > :first-child {
  overflow: auto;
}

.foot {
  display: grid;
  gap: 6px;
}

@media (width >= 1600px) {
  .fitting {
    grid-template-columns: minmax(0, 1fr) 420px;
  }
}

@media (width <= 700px) {
  .fitting {
    grid-template-columns: minmax(0, 1fr);
  }

  .side {
    position: static;
    max-height: none;
  }
}
</style>
