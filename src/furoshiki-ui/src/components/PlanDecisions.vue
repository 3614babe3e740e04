<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import { useDesktop } from '@/composables/useDesktop'
import { count, moment } from '@/composables/words'
import RemedyList from './RemedyList.vue'
import ScreenMisfit from './ScreenMisfit.vue'
import SignalWord from './SignalWord.vue'

const props = defineProps<{
  plan: Schemas['PlanView']
  ended: boolean
  canChoose?: boolean
  adjust: (value: string) => Promise<void>
}>()
defineEmits<{
  choose: [remedy: Schemas['Remedy']]
  apart: [files: string[]]
  together: [file: string]
  asItIs: [file: string]
}>()
const { now } = useDesktop()

/** The supplies that have what the parts lack that cannot go on. */
const missing = computed(() => [
  ...new Set(
    props.plan.refused.flatMap(
      // Not what would come in its place.
      ({ remedies }) => remedies.find(({ get, instead }) => get?.length && !instead.length)?.get ?? [],
    ),
  ),
])
const gettingAll = computed<Schemas['Remedy']>(() => ({
  words: '',
  reason: '',
  instead: [],
  without: [],
  get: missing.value,
}))

/** How many of the changes would be lost. */
const lost = computed(() => {
  const [these, all] = [props.plan.unsaved.length, now.value?.changes ?? 0]
  return these < all ? `${these} of ${count(all, 'change')}` : count(these, 'change')
})

/** What else a person may want to settle before. */
const advice = computed(() =>
  [
    {
      test: 'fights',
      word: 'In each other’s way',
      all: props.plan.fights.map(({ words, remedies }) => ({ words, remedies: [...remedies] })),
    },
    {
      test: 'notes',
      word: 'To be known before',
      all: (props.ended ? [] : (props.plan.notes ?? [])).map(({ words, settle }) => ({
        words,
        remedies: settle ? [settle] : [],
      })),
    },
  ].filter((list) => list.all.length > 0),
)

/** The paths that there is something to say of. */
const places = computed(() =>
  (
    [
      {
        test: 'not-touched',
        signal: 'cannot',
        word: 'Stays as it is, since it cannot be held',
        places: props.plan.notTouched,
      },
      {
        test: 'not-kept',
        signal: 'waiting',
        word: 'Not kept when it is written anew',
        places: props.plan.notKept,
      },
      {
        test: 'safe-gaps',
        signal: 'waiting',
        word: 'Not in the safe state, and not touched',
        places: props.ended ? [] : props.plan.safeGaps,
      },
    ] as const
  ).filter((list) => list.places.length > 0),
)
</script>

<template>
  <div class="decisions">
    <section v-if="plan.refused.length > 0" class="paper">
      <SignalWord signal="cannot" :word="`${count(plan.refused.length, 'part')} cannot go on`" />
      <VBtn v-if="canChoose && missing.length > 1" class="main" @click="$emit('choose', gettingAll)"
        >Get all that is missing, {{ count(missing.length, 'supply', 'supplies') }}</VBtn
      >
      <div v-for="part in plan.refused" :key="part.kind" :data-refused="part.kind">
        <strong>{{ part.title }}.</strong> {{ part.reason }}
        <RemedyList
          v-if="canChoose && part.remedies.length > 0"
          :remedies="[...part.remedies]"
          :of="part.title"
          @choose="$emit('choose', $event)"
        />
      </div>
      <p class="second">{{ plan.refused.length === 1 ? 'It stays' : 'They stay' }} as now.</p>
    </section>
    <section v-for="list in advice" :key="list.test" class="paper" :data-test="list.test">
      <SignalWord signal="waiting" :word="list.word" />
      <div v-for="one in list.all" :key="one.words">
        {{ one.words }}
        <RemedyList
          v-if="canChoose && one.remedies.length > 0"
          :remedies="one.remedies"
          of="it"
          @choose="$emit('choose', $event)"
        />
      </div>
    </section>
    <section v-if="plan.losses.length > 0" class="paper" data-test="losses">
      <SignalWord signal="waiting" word="Without a match here" />
      <details v-for="loss in plan.losses" :key="loss.kind">
        <summary>
          <strong>{{ loss.title }}</strong> {{ loss.words }}
        </summary>
        <p v-for="one in loss.reasons" :key="one.reason" class="second">{{ one.what }}. {{ one.reason }}</p>
        <RemedyList
          v-if="canChoose && loss.remedies.length > 0"
          :remedies="[...loss.remedies]"
          :of="loss.title"
          @choose="$emit('choose', $event)"
        />
      </details>
    </section>
    <section v-if="plan.misfits.length > 0" class="paper" data-test="misfits">
      <SignalWord signal="waiting" word="Other screens than it was saved for" />
      <ScreenMisfit
        v-for="misfit in plan.misfits"
        :key="`${misfit.adjusts} ${misfit.screen.id} ${misfit.value}`"
        :misfit="misfit"
        :can-choose="canChoose"
        :adjust="adjust"
        @choose="$emit('choose', $event)"
      />
    </section>
    <section v-for="other in plan.others" :key="other.desktop" class="paper" data-test="others">
      <SignalWord
        signal="waiting"
        :word="`${plan.target.kind === 'SafeState' ? 'Goes back' : 'Changes'} for ${other.name} too`"
      />
      <p v-if="other.takenBack.length > 0">
        What it put on since is taken back:
        <template v-for="(one, i) in other.takenBack" :key="one.at"
          >{{ i > 0 ? ', ' : '' }}{{ one.title }}, {{ moment(one.at) }}</template
        >.
      </p>
      <p v-for="part in other.parts" :key="part.kind">
        <strong>{{ part.title }}</strong> {{ part.words }}
        <VBtn
          v-if="canChoose && part.apart.length > 0"
          class="bare"
          :aria-label="`Keep ${part.title} apart`"
          @click="$emit('apart', part.apart)"
          >Keep apart</VBtn
        >
      </p>
      <p class="second">Both have the same folder. What is left out here stays as it is there.</p>
    </section>
    <section v-for="file in plan.anew" :key="file.name" class="paper" data-test="anew">
      <SignalWord signal="waiting" word="Written anew" />
      <p>
        <span class="mono">{{ file.file }}</span> comes from the copy in {{ file.from }}, since what stands
        there cannot be read.
      </p>
      <p v-if="file.with.length > 0">With it, as it was then: {{ file.with.join(', ') }}.</p>
      <p v-if="file.lines === null">What else stands in it goes; it is no text that can be told by lines.</p>
      <details v-else-if="file.lineCount > 0">
        <summary>
          {{ count(file.lineCount, 'line') }} of it {{ file.lineCount === 1 ? 'goes' : 'go' }}
        </summary>
        <p v-for="(line, i) in file.lines" :key="i" class="mono">{{ line }}</p>
        <p v-if="file.lineCount > file.lines.length" class="second">
          and {{ file.lineCount - file.lines.length }} more
        </p>
      </details>
      <p class="second">The safe state keeps the file as it is.</p>
      <VBtn
        v-if="canChoose"
        class="bare"
        :aria-label="`Leave ${file.file} as it is`"
        @click="$emit('asItIs', file.name)"
        >Leave it as it is</VBtn
      >
    </section>
    <section v-if="plan.target.apart?.length" class="paper" data-test="apart">
      <SignalWord signal="ready" word="Kept apart" />
      <p v-for="file in plan.target.apart" :key="file">
        This desktop has its own file <span class="mono">{{ file }}</span> from now on.
        <VBtn
          v-if="canChoose"
          class="bare"
          :aria-label="`Share ${file} again`"
          @click="$emit('together', file)"
          >Share it</VBtn
        >
      </p>
    </section>
    <section v-for="list in places" :key="list.test" class="paper" :data-test="list.test">
      <SignalWord :signal="list.signal" :word="list.word" />
      <p v-for="place in list.places" :key="place.path">
        <span class="mono">{{ place.path }}</span> {{ place.reason }}
      </p>
    </section>
    <section v-if="plan.discards.length > 0 && !ended" class="paper" data-test="discards">
      <SignalWord signal="waiting" word="Put back" />
      <p>
        <template v-for="(part, i) in plan.discards" :key="part.kind"
          >{{ i > 0 ? '; ' : '' }}{{ part.title }}: {{ part.words }}</template
        >. The safe state keeps {{ plan.discards.length === 1 ? 'it' : 'them' }}.
      </p>
    </section>
    <section
      v-if="plan.unsaved.length > 0 && !ended && plan.files.length > 0"
      class="paper"
      data-test="unsaved"
    >
      <SignalWord signal="cannot" :word="`${lost} saved nowhere`" />
      <p>
        <template v-for="(part, i) in plan.unsaved" :key="part.kind"
          >{{ i > 0 ? '; ' : '' }}{{ part.title }}: {{ part.words }}</template
        >. The safe state keeps {{ plan.unsaved.length === 1 ? 'it' : 'them' }}; a saving makes
        {{ plan.unsaved.length === 1 ? 'it' : 'them' }} easy to find.
      </p>
      <VBtn v-if="now?.on" :to="{ name: 'save', query: { as: now.on.profileId } }"
        >Save as {{ now.on.name }}, {{ now.on.nextOrdinal }}…</VBtn
      >
    </section>
  </div>
</template>

<style scoped>
.decisions {
  display: grid;
  gap: 10px;
  overflow: auto;
}

section {
  display: grid;
  gap: 6px;
  justify-items: start;
  padding: 10px 12px;
  overflow-wrap: anywhere;
}

summary {
  padding: 3px 0;
}

[data-test='losses'] {
  gap: 0;
}
</style>
