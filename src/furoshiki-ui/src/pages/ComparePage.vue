<script setup lang="ts">
import { IconX } from '@tabler/icons-vue'
import { computed } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useComparison, useProfiles } from '@/api/queries'
import CompareTable from '@/components/CompareTable.vue'
import DesktopPicture from '@/components/DesktopPicture.vue'
import ProblemNote from '@/components/ProblemNote.vue'
import { useAddress } from '@/composables/useAddress'
import { useDesktop } from '@/composables/useDesktop'
import { MOST, useLineUp } from '@/composables/useLineUp'
import { count } from '@/composables/words'
import { useTitle } from '@/composables/useTitle'

const route = useRoute()
const router = useRouter()
const { id } = useDesktop()
const lineUp = useLineUp()
const { data: profiles } = useProfiles(id)

const looks = computed(() =>
  [route.query.look ?? lineUp.looks.value].flat().filter((one): one is string => !!one),
)
const { data, error } = useComparison(id, looks)
const showsAll = useAddress('all')
const showsSettings = useAddress('settings')
const opened = useAddress('part')
useTitle(() => data.value && `Compare ${data.value.sides.map((side) => side.name).join(', ')}`)

const choices = computed(() =>
  [
    { reference: 'now', name: 'Now' },
    ...(profiles.value ?? []).map((card) => ({
      reference: `saving-${card.savingId}`,
      name: card.profile.name,
    })),
  ].filter((one) => !looks.value.includes(one.reference)),
)
const columns = computed(() => `var(--titles) repeat(${data.value?.sides.length ?? 2}, minmax(0, 1fr))`)
const choose = (look: string[]) => router.replace({ query: { ...route.query, look } })
</script>

<template>
  <h1 class="unseen">Compare</h1>
  <ProblemNote v-if="error" :error="error"><VBtn @click="choose([])">Choose other looks</VBtn></ProblemNote>
  <div v-if="looks.length < 2" class="choose paper">
    <h2>{{ looks.length === 0 ? 'Choose two looks to compare' : 'Choose one more' }}</h2>
    <p class="second">The first one is what the others are held against.</p>
    <div class="row">
      <VBtn v-for="choice in choices" :key="choice.reference" @click="choose([...looks, choice.reference])">{{
        choice.name
      }}</VBtn>
    </div>
  </div>

  <template v-else-if="data">
    <div class="row head">
      <div class="row" role="group" aria-label="Rows">
        <VBtn class="chip" :aria-pressed="!showsAll" @click="showsAll = ''">
          Only what differs, {{ data.differing }} of {{ data.rows.length }}
        </VBtn>
        <VBtn class="chip" :aria-pressed="!!showsAll" @click="showsAll = '1'">Everything</VBtn>
      </div>
      <VBtn class="chip" :aria-pressed="!!showsSettings" @click="showsSettings = showsSettings ? '' : '1'"
        >Setting by setting</VBtn
      >
      <span class="push third">Against {{ data.sides[0]?.name }}, {{ data.sides[0]?.caption }}</span>
      <VMenu v-if="looks.length < MOST">
        <template #activator="{ props: menu }"><VBtn v-bind="menu">Add a look…</VBtn></template>
        <div class="menu">
          <button
            v-for="choice in choices"
            :key="choice.reference"
            @click="choose([...looks, choice.reference])"
          >
            {{ choice.name }}
          </button>
        </div>
      </VMenu>
    </div>

    <div class="across">
      <div class="sides" :style="{ gridTemplateColumns: columns }">
        <p class="third">Each cell is marked where it differs from the first look.</p>
        <section v-for="(side, i) in data.sides" :key="side.ref" :aria-label="side.name">
          <DesktopPicture
            :look="side.look"
            :desktop="id"
            :name="side.name"
            main-only
            cloth
            pointable
            large
            @open="opened = $event"
          />
          <div class="row title">
            <h2>{{ side.name }}</h2>
            <span class="second">{{ side.caption }}</span>
            <VBtn
              class="bare push"
              :aria-label="`Remove ${side.name}`"
              @click="choose(looks.filter((one) => one !== side.ref))"
            >
              <IconX :size="14" />
            </VBtn>
          </div>
          <div class="row">
            <span class="second">{{
              i === 0
                ? 'The first'
                : side.differs === 0
                  ? 'the same in every part'
                  : `${count(side.differs, 'part')} ${side.differs === 1 ? 'differs' : 'differ'}`
            }}</span>
            <VBtn
              v-if="side.saving"
              class="push"
              :to="{ name: 'switch', query: { saving: side.saving } }"
              :aria-label="`Switch to ${side.name}…`"
              >Switch…</VBtn
            >
          </div>
        </section>
      </div>
      <CompareTable
        :comparison="data"
        :columns="columns"
        :all="!!showsAll"
        :settings="!!showsSettings"
        :opened="opened"
        @open="opened = $event"
      />
    </div>
  </template>
  <p v-else-if="!error" class="third">Comparing…</p>
</template>

<style scoped>
.choose {
  display: grid;
  gap: 10px;
  padding: 20px;
}

.head {
  margin-bottom: 12px;
}

/* Looks stand side by side at every width: where that is too wide, they scroll by themselves. */
.across {
  overflow-x: auto;
}

.sides {
  display: grid;
  gap: 0 12px;
  margin-bottom: 10px;
}

.sides > section {
  max-width: 620px;
}

.title {
  margin-top: 6px;
}

@media (width >= 1600px) {
  .sides > section {
    max-width: none;
  }
}
</style>
