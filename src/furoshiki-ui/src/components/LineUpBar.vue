<script setup lang="ts">
import { IconX } from '@tabler/icons-vue'
import { computed } from 'vue'
import { useProfiles } from '@/api/queries'
import { useDesktop } from '@/composables/useDesktop'
import { useLineUp } from '@/composables/useLineUp'
import DesktopPicture from './DesktopPicture.vue'

const { id, now } = useDesktop()
const lineUp = useLineUp()
const { data: profiles } = useProfiles(id)

const lined = computed(() =>
  lineUp.looks.value.map((reference) => {
    if (reference === 'now') return { reference, name: 'Now', look: now.value?.look }
    const card = profiles.value?.find((one) => `saving-${one.savingId}` === reference)
    return { reference, name: card?.profile.name ?? 'An earlier saving', look: card?.look }
  }),
)
</script>

<template>
  <section class="line-up" aria-label="Line-up">
    <h2>Line-up</h2>
    <div v-for="one in lined" :key="one.reference" class="one">
      <DesktopPicture
        v-if="one.look"
        class="thumb"
        :look="one.look"
        :desktop="id"
        :name="one.name"
        main-only
      />
      <span>{{ one.name }}</span>
      <VBtn
        class="bare"
        :aria-label="`Take ${one.name} out of the line-up`"
        @click="lineUp.toggle(one.reference)"
      >
        <IconX :size="14" />
      </VBtn>
    </div>
    <span v-if="lined.length === 1" class="third">Line up another look to compare them.</span>
    <VBtn class="push" @click="lineUp.clear()">Clear</VBtn>
    <VBtn class="main" :disabled="lined.length < 2" @click="lineUp.compare()"
      >Compare {{ lined.length }}</VBtn
    >
  </section>
</template>

<style scoped>
.line-up {
  grid-area: line-up;
  display: flex;
  align-items: center;
  gap: 12px;
  height: 56px;
  padding: 0 20px;
  background: var(--raised);
  border-top: 1px solid var(--line);
}

h2 {
  font-size: 13px;
}

.one {
  display: flex;
  align-items: center;
  gap: 6px;
  min-width: 0;
}

.one > span {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.thumb {
  width: 58px;
  flex: none;
}
</style>
