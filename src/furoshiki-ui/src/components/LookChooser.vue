<script setup lang="ts">
import { computed, ref } from 'vue'
import { useDesktops, useFittings, useProfiles, useSafeStates } from '@/api/queries'
import { useDesktop } from '@/composables/useDesktop'
import { moment } from '@/composables/words'

/** All that can be compared, found by its name; where it is short, most of it is scrolled to. */
defineProps<{ short?: boolean }>()
const emit = defineEmits<{ choose: [reference: string] }>()
const { id } = useDesktop()
const { data: profiles } = useProfiles(id)
const { data: fittings } = useFittings(id)
const { data: states } = useSafeStates(id)
const { data: desktops } = useDesktops()

const find = ref('')
const groups = computed(() => {
  const all = [
    { title: 'Now', looks: [{ reference: 'now', name: 'Now', words: '' }] },
    {
      title: 'Profiles',
      looks: (profiles.value ?? []).map((card) => ({
        reference: `saving-${card.savingId}`,
        name: card.profile.name,
        words: card.ordinal,
      })),
    },
    {
      title: 'Fittings',
      looks: (fittings.value ?? []).map((one) => ({
        reference: `fitting-${one.id}`,
        name: one.name,
        words: '',
      })),
    },
    {
      title: 'Safe states',
      looks: (states.value ?? []).map((one) => ({
        reference: `state-${one.id}`,
        name: one.title,
        words: moment(one.madeAt),
      })),
    },
    {
      title: 'Other desktops as they are',
      looks: (desktops.value ?? [])
        .filter((one) => one.id !== id.value)
        .map((one) => ({ reference: `desktop-${one.id}`, name: one.name, words: '' })),
    },
  ]
  const wanted = find.value.trim().toLowerCase()
  return all
    .map(({ title, looks }) => ({
      title,
      looks: looks.filter(({ name, words }) => `${name} ${words}`.toLowerCase().includes(wanted)),
    }))
    .filter(({ looks }) => looks.length > 0)
})
const chooseFirst = () => {
  const first = groups.value[0]?.looks[0]
  if (first) emit('choose', first.reference)
}
</script>

<template>
  <div class="chooser">
    <input
      v-model="find"
      class="field"
      type="search"
      placeholder="Find a look"
      aria-label="Find a look"
      @keydown.enter="chooseFirst"
    />
    <div class="groups" :class="{ short }">
      <section v-for="group in groups" :key="group.title" :aria-label="group.title">
        <h3>{{ group.title }}</h3>
        <div class="row">
          <VBtn v-for="look in group.looks" :key="look.reference" @click="emit('choose', look.reference)"
            >{{ look.name }}<span v-if="look.words" class="third words">{{ look.words }}</span></VBtn
          >
        </div>
      </section>
      <p v-if="groups.length === 0" class="third">No look is called so.</p>
    </div>
  </div>
</template>

<style scoped>
.chooser {
  display: grid;
  gap: 10px;
}

.groups {
  display: grid;
  gap: 10px;
  max-height: 340px;
  overflow-y: auto;
}

.short {
  max-height: 132px;
}

h3 {
  margin: 0 0 4px;
  font-size: 12px;
  color: var(--second);
}

.words {
  margin-inline-start: 6px;
  font-weight: 400;
}
</style>
