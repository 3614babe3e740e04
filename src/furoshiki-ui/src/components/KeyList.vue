<script setup lang="ts">
import { useChoices } from '@/stores/choices'

const choices = useChoices()
const shown = defineModel<boolean>({ required: true })

const KEYS = [
  ['/', 'Find a look or a part'],
  ['g s', 'Shelf'],
  ['g f', 'Fitting'],
  ['g c', 'Compare'],
  ['g d', 'Desktops'],
  ['g u', 'Supplies'],
  ['g p', 'Past, which begins with the safe states'],
  ['g h', 'History, what was put on and gone back to'],
  ['g t', 'A file over time'],
  ['g x', 'What is deleted'],
  ['g k', 'Copies of all that is kept'],
  ['g n', 'Save what is on now'],
  ['l', 'Line up the look that has the focus, or is open'],
  ['x', 'Compare the line-up'],
  ['p', 'Plan a switch to the look that has the focus, or is open'],
  ['[ and ]', 'In a fitting: undo, and do again'],
  ['t', 'In a fitting: the look with all that the open part could be, or under every wallpaper'],
  [', and .', 'On such a sheet: the one before, and the next'],
  ['n', 'In a fitting: now and fitted in turn; in a comparison: the pictures in turn'],
  ['b, p, o', 'In a cell of a comparison: borrow it, plan to put it on, leave it out of the switch'],
  ['h', 'In a cell of a comparison: hear its first sound'],
  ['k', 'Keep what would go back by itself'],
  ['b', 'Go back from it now'],
  ['← → ↑ ↓', 'From look to look, and from filter to filter'],
  ['Enter', 'In the search: open the first look'],
  ['?', 'This list'],
]
</script>

<template>
  <VDialog v-model="shown" max-width="840" aria-label="Keys">
    <div class="keys paper">
      <div class="row">
        <h1>Keys</h1>
        <VBtn class="push" autofocus @click="shown = false">Close</VBtn>
      </div>
      <dl>
        <div v-for="[key, words] in KEYS" :key="key">
          <dt>
            <kbd>{{ key }}</kbd>
          </dt>
          <dd>{{ words }}</dd>
        </div>
      </dl>
      <label class="switch"
        ><input v-model="choices.singleKeys" type="checkbox" /> Keys do something by themselves</label
      >
      <p class="third">None of them does anything while you type in a field.</p>
    </div>
  </VDialog>
</template>

<style scoped>
.keys {
  display: grid;
  gap: 12px;
  padding: 16px;
  overflow-y: auto;
}

dl {
  columns: 2 320px;
  column-gap: 24px;
}

dl > div {
  display: grid;
  grid-template-columns: 76px 1fr;
  padding: 4px 0;
  break-inside: avoid;
}

kbd {
  padding: 0 6px;
  border: 1px solid var(--line);
  font: 12px/18px var(--mono);
}
</style>
