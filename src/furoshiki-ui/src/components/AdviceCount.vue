<script setup lang="ts">
import { useElementVisibility } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'
import { useAdvice } from '@/api/queries'

/** How much there is for a look that the checks advise and that is not wanted so; it is asked for when it comes into sight. */
const props = defineProps<{ look: string; desktop: number; profile: number }>()
const isSeen = useElementVisibility(useTemplateRef<HTMLElement>('place'))
const { data } = useAdvice(
  computed(() => (isSeen.value ? props.look : '')),
  computed(() => props.desktop),
  computed(() => props.profile),
  computed(() => undefined),
)
const loud = computed(() => data.value?.filter((one) => one.weight !== 'Told' && !one.isWanted).length ?? 0)
</script>

<template>
  <span ref="place" data-test="advice">{{ loud > 0 ? `advice: ${loud}` : '' }}</span>
</template>

<style scoped>
span {
  margin-right: 10px;
}
</style>
