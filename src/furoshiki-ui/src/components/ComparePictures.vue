<script setup lang="ts">
import { computed, toRef, useTemplateRef } from 'vue'
import type { Schemas } from '@/api/client'
import { usePictureDifference } from '@/api/queries'
import { nameOf } from '@/composables/compared'
import { useAddress } from '@/composables/useAddress'
import { useKeys } from '@/composables/useKeys'
import DesktopPicture from './DesktopPicture.vue'
import DrawnPicture from './DrawnPicture.vue'
import LookChips from './LookChips.vue'

/** Two looks in one place: laid over each other with a divider, in turn, or only what differs. */
const props = defineProps<{
  sides: Schemas['SideView'][]
  desktop: number
  mode: string
  scene: Schemas['PictureScene']
}>()
defineEmits<{ open: [kind: string] }>()

/** The look that stands beside the first. */
const other = useAddress('other', '1')
const drawn = computed(() => props.sides.map((side, at) => ({ side, at })).filter(({ side }) => side.look))
const first = computed(() => drawn.value[0])
const second = computed(
  () => drawn.value.find(({ at }) => at > 0 && String(at) === other.value) ?? drawn.value[1],
)
const others = computed(() => drawn.value.slice(1))

/** What is shown one after the other at the same place: all looks in turn, or what differs as either of two has it. */
const shownInTurn = computed(() => (props.mode === 'turn' ? drawn.value : [second.value, first.value]))
const turn = useAddress('turn', '')
const shown = computed(
  () => shownInTurn.value.find((one) => String(one?.at) === turn.value) ?? shownInTurn.value[0],
)
/** The one that what is shown differs from. */
const against = computed(() => (shown.value === first.value ? second.value : first.value))
useKeys({
  n: () => {
    if (props.mode !== 'turn' && props.mode !== 'difference') return
    const at = shownInTurn.value.indexOf(shown.value)
    turn.value = String(shownInTurn.value[(at + 1) % shownInTurn.value.length]?.at ?? '')
  },
})

/** The divider follows the hand by style alone: nothing is rendered for it. */
const stage = useTemplateRef<HTMLElement>('stage')
const divide = (event: Event) =>
  stage.value?.style.setProperty('--at', `${(event.target as HTMLInputElement).value}%`)
const { data: difference } = usePictureDifference(
  toRef(props, 'desktop'),
  computed(() => (props.mode === 'difference' ? against.value?.side.look : undefined) ?? ''),
  computed(() => shown.value?.side.look ?? ''),
  toRef(props, 'scene'),
)
</script>

<template>
  <div
    v-if="(mode === 'over' || mode === 'difference') && first && second && shown && against"
    class="together"
  >
    <div class="row">
      <template v-if="mode === 'over'">
        <strong>{{ nameOf(first.side) }}</strong>
        <span class="third">on the left of the divider</span>
        <strong class="push">{{ nameOf(second.side) }}</strong>
      </template>
      <template v-else>
        <strong>{{ difference ? difference.words : 'Comparing the pictures…' }}</strong>
        <span class="third"
          >What {{ nameOf(shown.side) }} shows as {{ nameOf(against.side) }} does is dimmed. Press what
          differs for its row; key <kbd>n</kbd> shows the other look.</span
        >
        <LookChips
          label="As it is in"
          :looks="[first, second]"
          :chosen="shown.at"
          @choose="turn = String($event)"
        />
      </template>
      <LookChips
        v-if="others.length > 1"
        label="Held against the first"
        :looks="others"
        :chosen="second.at"
        @choose="other = String($event)"
      />
    </div>
    <div v-if="mode === 'difference'" class="stage differing">
      <DrawnPicture
        :look="shown.side.look!"
        :desktop="desktop"
        :name="`What differs in ${nameOf(shown.side)}`"
        :drawn="difference?.picture"
        large
        pointable
        @open="$emit('open', $event)"
      />
    </div>
    <div v-else ref="stage" class="stage">
      <DesktopPicture
        :look="first.side.look!"
        :desktop="desktop"
        :name="nameOf(first.side)"
        :scene="scene"
        large
      />
      <DesktopPicture
        class="upper"
        :look="second.side.look!"
        :desktop="desktop"
        :name="nameOf(second.side)"
        :scene="scene"
        large
      />
      <span class="line" aria-hidden="true" />
      <input
        class="divider"
        type="range"
        min="0"
        max="100"
        step="0.5"
        value="50"
        :aria-label="`Divider between ${nameOf(first.side)} and ${nameOf(second.side)}, in % from the left`"
        @input="divide"
      />
    </div>
  </div>
  <div v-else-if="mode === 'turn' && shown" class="together">
    <div class="row">
      <LookChips label="Shown" :looks="drawn" :chosen="shown.at" @choose="turn = String($event)" />
      <span class="third push">Key <kbd>n</kbd> shows the next one</span>
    </div>
    <div class="stage">
      <DesktopPicture
        v-for="(one, i) in drawn"
        :key="one.at"
        :class="{ upper: i > 0, hidden: one.at !== shown.at }"
        :look="one.side.look!"
        :desktop="desktop"
        :name="nameOf(one.side)"
        :scene="scene"
        large
        pointable
        @open="$emit('open', $event)"
      />
    </div>
  </div>
</template>

<style scoped>
.together {
  display: grid;
  gap: 8px;
  margin-bottom: 12px;
}

.stage {
  --at: 50%;
  position: relative;
}

.upper {
  position: absolute;
  inset: 0;
}

.stage:has(.divider) > :deep(.upper) {
  clip-path: inset(0 0 0 var(--at));
}

.hidden {
  visibility: hidden;
}

.line {
  position: absolute;
  inset-block: 0;
  left: var(--at);
  width: 2px;
  margin-left: -1px;
  background: #ffffff;
  box-shadow: 0 0 0 1px #2b3f8c;
  pointer-events: none;
}

/* The whole picture takes the hand; where it is pressed the divider goes. */
.divider {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  margin: 0;
  opacity: 0;
  appearance: none;
  cursor: ew-resize;
}

/* With a thumb of no width the divider stands right under the hand. */
.divider::-webkit-slider-thumb {
  appearance: none;
  width: 1px;
  height: 100%;
}

.divider::-moz-range-thumb {
  width: 1px;
  border: 0;
}

.stage:has(.divider:focus-visible) {
  outline: 2px solid var(--action);
  outline-offset: 2px;
}

.stage :deep(.note) {
  display: none;
}

.differing {
  background: var(--raised);
}

.differing :deep([data-same]) {
  opacity: 0.1;
  pointer-events: none;
}
</style>
