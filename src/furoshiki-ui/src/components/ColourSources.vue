<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { computed, onUnmounted, ref, toRef, watch } from 'vue'
import type { Schemas } from '@/api/client'
import { usePalettes } from '@/api/queries'
import type { Edit } from '@/composables/useFitting'
import { usePicking } from '@/composables/usePicking'
import ProblemNote from './ProblemNote.vue'

/** The colours of a look's own pictures: one can be given to a role, or all roles be built from it. */
const props = defineProps<{ fitting: number; look: string; roles: Schemas['SettingView'][] }>()
const emit = defineEmits<{ step: [edits: Edit[], title?: string] }>()

const { data: palettes, error } = usePalettes(toRef(props, 'fitting'), toRef(props, 'look'))
interface Chosen {
  colour: string
  palette: Pick<Schemas['PaletteView'], 'title' | 'ground'>
}
const picked = ref<Chosen>()
/** What is chosen: at first what calls the eye in the first picture. */
const chosen = computed(() => {
  const [first] = palettes.value ?? []
  return picked.value ?? (first && { colour: first.accent, palette: first })
})
const { isPicking, taken } = usePicking()
watch(taken, (one) => {
  if (!one) return
  const { colour } = one
  picked.value = { colour, palette: { title: 'the picture', ground: chosen.value?.palette.ground ?? colour } }
})
useEventListener('keydown', (event: KeyboardEvent) => {
  if (event.key === 'Escape') isPicking.value = false
})
onUnmounted(() => (isPicking.value = false))
const role = ref('accent')
const isChosen = (colour: string, palette: Schemas['PaletteView']) =>
  chosen.value?.colour === colour && chosen.value.palette.title === palette.title

const TONES = ['Dark', 'Light'] as const
function give() {
  if (!chosen.value) return
  const set = [{ key: role.value, value: chosen.value.colour }]
  emit('step', [{ kind: 'colours', drop: false, set }])
}
function build(tone: (typeof TONES)[number]) {
  if (!chosen.value) return
  const { colour: accent, palette } = chosen.value
  emit(
    'step',
    [{ kind: 'colours', drop: false, build: { accent, ground: palette.ground, tone } }],
    `Colours built from ${accent} and ${palette.title}, ${tone.toLowerCase()}`,
  )
}
</script>

<template>
  <section class="sources" aria-label="Colours of its pictures">
    <h3>Colours of its pictures</h3>
    <ProblemNote v-if="error" :error="error" />
    <!-- It has its height before the pictures are read, so that the settings under it stay where they are. -->
    <div v-else class="palettes" :aria-busy="!palettes">
      <p v-if="!palettes" class="second" role="status">Reading its pictures…</p>
      <p v-else-if="palettes.length === 0" class="second">It has no picture.</p>
      <div v-for="palette in palettes" :key="palette.title" class="palette">
        <span class="second name" :title="palette.title">{{ palette.title }}</span>
        <span class="swatches">
          <button
            v-for="one in palette.colours"
            :key="one.colour"
            type="button"
            class="swatch"
            :style="{ backgroundColor: one.colour, flexGrow: Math.sqrt(one.share) }"
            :aria-pressed="isChosen(one.colour, palette)"
            :aria-label="`${one.colour}, ${one.share} % of ${palette.title}`"
            :title="`${one.colour}, ${one.share} %`"
            @click="picked = { colour: one.colour, palette }"
          />
        </span>
      </div>
    </div>
    <div class="row">
      <VBtn :aria-pressed="isPicking" @click="isPicking = !isPicking">{{
        isPicking ? 'Press on a colour…' : 'From any place in the picture…'
      }}</VBtn>
    </div>
    <form class="row use" @submit.prevent="give">
      <span class="chosen" :style="{ backgroundColor: chosen?.colour }" />
      <code>{{ chosen?.colour ?? 'no colour' }}</code>
      <select v-model="role" class="field" aria-label="Role that gets the colour">
        <option v-for="one in roles" :key="one.name" :value="one.name">{{ one.title }}</option>
      </select>
      <VBtn type="submit" :disabled="!chosen">Set</VBtn>
    </form>
    <div class="row use">
      <span class="second">Build all colours from it</span>
      <VBtn v-for="tone in TONES" :key="tone" :disabled="!chosen" @click="build(tone)">{{ tone }}</VBtn>
    </div>
  </section>
</template>

<style scoped>
.sources {
  display: grid;
  gap: 6px;
  margin: 2px 0 10px;
  padding-bottom: 10px;
  border-bottom: 1px solid var(--line);
}

.palettes {
  display: grid;
  gap: 6px;
  align-content: start;
  height: 60px;
  padding: 3px;
  overflow-y: auto;
}

.palette {
  display: grid;
  grid-template-columns: 92px minmax(0, 1fr);
  gap: 8px;
  align-items: center;
}

.name {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.swatches {
  display: flex;
  min-width: 0;
}

.swatch {
  min-width: 24px;
  height: 24px;
}

.swatch[aria-pressed='true'] {
  outline: 2px solid var(--text);
  outline-offset: 1px;
  z-index: 1;
}

.use {
  align-items: center;
}

.use .field {
  flex: 1;
}

.chosen {
  width: 24px;
  height: 24px;
  border: 1px solid var(--line);
}
</style>
