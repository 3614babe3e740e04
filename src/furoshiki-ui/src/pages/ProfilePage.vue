<script setup lang="ts">
import { useMutation } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useChanged } from '@/api/asked'
import { api, problemOf, take, type Schemas } from '@/api/client'
import { useProfile, useProfileKept } from '@/api/queries'
import AdviceList from '@/components/AdviceList.vue'
import DamagedList from '@/components/DamagedList.vue'
import DesktopPicture from '@/components/DesktopPicture.vue'
import PictureChooser from '@/components/PictureChooser.vue'
import PartList from '@/components/PartList.vue'
import ProblemNote from '@/components/ProblemNote.vue'
import ProfileNeeds from '@/components/ProfileNeeds.vue'
import ProfileFields from '@/components/ProfileFields.vue'
import ReadinessWord from '@/components/ReadinessWord.vue'
import SignalWord from '@/components/SignalWord.vue'
import { useAddress } from '@/composables/useAddress'
import { useBeginFitting } from '@/composables/useBeginFitting'
import { useDeletion } from '@/composables/useDeletion'
import { useDesktop } from '@/composables/useDesktop'
import { useInSight } from '@/composables/useInSight'
import { useKeys } from '@/composables/useKeys'
import { useLineUp } from '@/composables/useLineUp'
import { costWords, isOnNow, moment, size, toneWord, wholeWords } from '@/composables/words'
import { SCREENSHOTS, useScreenshot } from '@/composables/useScreenshot'
import { useTitle } from '@/composables/useTitle'

const route = useRoute()
const router = useRouter()
const { id: desktop } = useDesktop()
const id = computed(() => Number(route.params.id))
/** The saving that is opened; none stands for the last. */
const chosen = useAddress('saving')
const { data, error } = useProfile(
  id,
  desktop,
  computed(() => Number(chosen.value) || undefined),
)
const { made, left, rest } = useInSight(
  computed(() => data.value?.savings ?? []),
  12,
)
const opened = useAddress('part')
const lineUp = useLineUp()
const card = computed(() => data.value?.card)
const isOn = computed(() => card.value !== undefined && isOnNow(card.value.readiness))
useTitle(() => card.value && `${card.value.profile.name}, profile`)
const reference = computed(() => `saving-${card.value?.savingId}`)

const begin = useBeginFitting()
const form = ref<Schemas['ProfileForm']>()
const changed = useChanged()
const describe = useMutation({
  mutationFn: (body: Schemas['ProfileForm']) =>
    take(api.PUT('/api/profiles/{id}', { params: { path: { id: id.value } }, body })),
  onSuccess: async () => {
    form.value = undefined
    await changed()
  },
})

const { data: kept } = useProfileKept(id)
const keptFor = (saving: number) => kept.value?.each.find((one) => one.id === saving)
const { remove } = useDeletion()
const deleteSaving = (saving: number) =>
  remove.mutate(() => take(api.DELETE('/api/savings/{id}', { params: { path: { id: saving } } })), {
    onSuccess: () => {
      if (String(saving) === chosen.value) chosen.value = ''
    },
  })
const deleteProfile = () =>
  remove.mutate(() => take(api.DELETE('/api/profiles/{id}', { params: { path: { id: id.value } } })), {
    onSuccess: () => router.push({ name: 'shelf' }),
  })

const scene = useAddress('scene', 'Desktop')
const drawn = computed(
  () => data.value?.scenes.find((one) => one.scene === scene.value) ?? data.value?.scenes[0],
)

const picture = useScreenshot(id)
const attach = (file: File | null) =>
  picture.mutate(file, { onSuccess: () => (scene.value = file ? 'Screenshot' : 'Desktop') })

function edit() {
  describe.reset()
  form.value = card.value && structuredClone({ ...card.value.profile, tags: [...card.value.profile.tags] })
}

useKeys({
  l: () => lineUp.toggle(reference.value),
  p: () => {
    if (card.value && !isOn.value)
      void router.push({ name: 'switch', query: { saving: card.value.savingId } })
  },
})
</script>

<template>
  <ProblemNote v-if="error && !data" :error="error" />
  <div v-else-if="data && card" class="profile">
    <div class="look">
      <div class="row head">
        <h1>{{ card.profile.name }}</h1>
        <span class="second" data-test="opened">{{
          [`${card.ordinal} saving`, toneWord(card.isDark).toLowerCase()].filter(Boolean).join(', ')
        }}</span>
        <ReadinessWord class="push" :readiness="card.readiness" />
      </div>
      <img
        v-if="card.screenshot && scene === 'Screenshot'"
        class="screenshot"
        :src="card.screenshot"
        :alt="`Screenshot of ${card.profile.name}`"
      />
      <DesktopPicture
        v-else
        :look="card.look"
        :desktop="desktop"
        :name="`${card.profile.name}, ${drawn?.title}`"
        :scene="drawn?.scene"
        cloth
        corner
        pointable
        large
        @open="opened = $event"
      />
      <div class="row scenes" role="group" aria-label="Scene">
        <VBtn
          v-if="card.screenshot"
          class="chip"
          :aria-pressed="scene === 'Screenshot'"
          @click="scene = 'Screenshot'"
          >Screenshot</VBtn
        >
        <VBtn
          v-for="one in data.scenes"
          :key="one.scene"
          class="chip"
          :aria-pressed="scene !== 'Screenshot' && drawn === one"
          @click="scene = one.scene"
          >{{ one.title }}</VBtn
        >
      </div>

      <AdviceList
        class="advice"
        :look="card.look"
        :desktop="desktop"
        :profile="card.id"
        opens
        @open="opened = $event"
      />

      <h2>Savings</h2>
      <ProblemNote v-if="remove.error.value" :error="remove.error.value" />
      <ol class="savings paper">
        <li v-for="(saving, i) in made" :key="saving.id" :class="{ opened: saving.id === card.savingId }">
          <button
            class="thumb"
            :aria-label="`Open the ${saving.ordinal} saving`"
            :aria-pressed="saving.id === card.savingId"
            @click="chosen = i === 0 ? '' : String(saving.id)"
          >
            <DesktopPicture
              :look="saving.look"
              :desktop="desktop"
              :name="`${saving.ordinal} saving`"
              main-only
            />
          </button>
          <div class="what">
            <p>
              <strong>{{ saving.ordinal }}</strong> {{ saving.note }}
            </p>
            <p v-if="saving.problem" data-test="damaged">
              <SignalWord signal="cannot" word="Cannot be read" /> {{ saving.problem }}
            </p>
            <p v-if="saving.changes.length > 0" class="second">
              <template v-for="(change, at) in saving.changes" :key="change.kind">
                {{ at > 0 ? '; ' : '' }}{{ change.title }}: {{ change.words }}
              </template>
            </p>
            <details v-if="saving.gaps.length > 0" class="gaps">
              <summary>
                <SignalWord
                  signal="cannot"
                  :word="`Does not hold everything: ${saving.gaps.length} left out`"
                />
              </summary>
              <p v-for="gap in saving.gaps" :key="gap.path">
                {{ gap.title }}: <span class="mono">{{ gap.path }}</span> {{ gap.reason }}
              </p>
            </details>
            <DamagedList :damaged="keptFor(saving.id)?.damaged" />
            <p class="third">
              {{ moment(saving.savedAt)
              }}<template v-if="keptFor(saving.id)"
                >, {{ size(keptFor(saving.id)!.cost.alone) }} for it alone,
                {{ wholeWords(keptFor(saving.id)!.seenWhole) }}</template
              >
            </p>
          </div>
          <div class="row">
            <VBtn
              :to="{ name: 'switch', query: { saving: saving.id } }"
              :aria-label="`Switch to the ${saving.ordinal} saving…`"
              >Switch…</VBtn
            >
            <VBtn
              :aria-label="`${lineUp.has(`saving-${saving.id}`) ? 'Lined up: the' : 'Line up the'} ${saving.ordinal} saving`"
              :aria-pressed="lineUp.has(`saving-${saving.id}`)"
              @click="lineUp.toggle(`saving-${saving.id}`)"
            >
              {{ lineUp.has(`saving-${saving.id}`) ? 'Lined up' : 'Line up' }}
            </VBtn>
            <VBtn
              v-if="data.savings.length > 1"
              :aria-label="`Delete the ${saving.ordinal} saving`"
              @click="deleteSaving(saving.id)"
              >Delete</VBtn
            >
          </div>
        </li>
        <li v-if="left" ref="rest" class="beyond" :style="{ height: `${left * 90}px` }" />
      </ol>

      <ProfileNeeds v-if="data.needs.parts.length > 0" :needs="data.needs" :saving="card.savingId" />
    </div>

    <div class="facts">
      <VBtn v-if="!isOn" class="main tall" :to="{ name: 'switch', query: { saving: card.savingId } }">
        Switch to {{ chosen ? `the ${card.ordinal} saving` : card.profile.name }}…
      </VBtn>
      <div class="row">
        <VBtn :aria-pressed="lineUp.has(reference)" @click="lineUp.toggle(reference)">
          {{ lineUp.has(reference) ? 'Lined up' : 'Line up' }}
        </VBtn>
        <VBtn :to="{ name: 'compare', query: { look: ['now', reference] } }">Compare with now</VBtn>
        <VBtn :to="{ name: 'compare', query: { look: [reference] } }">Most like this…</VBtn>
        <VBtn :disabled="begin.isPending.value" @click="begin.mutate(reference)">Try in a fitting</VBtn>
      </div>

      <form v-if="form" class="about paper" @submit.prevent="describe.mutate(form)">
        <ProfileFields
          v-model="form"
          :problem="describe.error.value ? problemOf(describe.error.value) : undefined"
        />
        <ProblemNote
          v-if="describe.error.value && !problemOf(describe.error.value).field"
          :error="describe.error.value"
        />
        <div class="row">
          <VBtn class="main" type="submit">Save the words</VBtn>
          <VBtn @click="form = undefined">Leave as it was</VBtn>
        </div>
      </form>
      <div v-else class="about paper">
        <p>{{ card.profile.description || 'No description yet.' }}</p>
        <p class="second">
          {{ [card.profile.author, card.profile.licence].filter(Boolean).join(', ') }}
        </p>
        <p v-if="card.profile.tags.length > 0" class="second">Tags: {{ card.profile.tags.join(', ') }}</p>
        <div class="row">
          <VBtn class="edit" @click="edit">Change the words…</VBtn>
          <PictureChooser :accept="SCREENSHOTS" @take="attach">{{
            card.screenshot ? 'Another screenshot…' : 'Attach a screenshot…'
          }}</PictureChooser>
          <VBtn v-if="card.screenshot" @click="attach(null)">Remove the screenshot</VBtn>
        </div>
        <ProblemNote v-if="picture.error.value" :error="picture.error.value" />
      </div>

      <p v-if="card.likeness && !isOn" class="second">{{ card.likeness.words }}</p>
      <h2>{{ data.parts.length }} parts</h2>
      <PartList :parts="data.parts" :opened="opened" @open="opened = $event" />
      <p v-if="data.leftAlone.length > 0" class="third">
        Not touched when it is put on: {{ data.leftAlone.join(', ') }}.
      </p>

      <h2>Keeping</h2>
      <p v-if="kept" class="second">{{ costWords(kept.together) }}</p>
      <div class="row">
        <VBtn @click="deleteProfile">Delete {{ card.profile.name }}</VBtn>
      </div>
    </div>
  </div>
  <p v-else class="third">Opening the profile…</p>
</template>

<style scoped>
.advice {
  margin-top: 10px;
}

.profile {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 320px;
  gap: 20px;
}

.head {
  margin-bottom: 10px;
}

.screenshot {
  display: block;
  width: 100%;
}

.scenes {
  margin-top: 8px;
}

.gaps {
  overflow-wrap: anywhere;
}

.look h2 {
  margin: 18px 0 8px;
}

.savings li {
  display: grid;
  grid-template-columns: 96px 1fr auto;
  gap: 12px;
  align-items: center;
  padding: 10px 12px;
}

.savings .opened {
  background: var(--action-tint);
}

.thumb {
  display: block;
  width: 100%;
}

.savings li + li {
  border-top: 1px solid var(--line);
}

.facts {
  display: grid;
  gap: 10px;
  align-content: start;
}

.about {
  display: grid;
  gap: 8px;
  justify-items: start;
  padding: 12px;
  overflow-wrap: anywhere;
}

form.about {
  justify-items: stretch;
}

@media (width <= 1100px) {
  .profile {
    grid-template-columns: minmax(0, 1fr) 280px;
  }
}

@media (width <= 700px) {
  .profile {
    grid-template-columns: minmax(0, 1fr);
  }

  .savings li {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
