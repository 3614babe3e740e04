<script setup lang="ts">
import { useElementVisibility } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'
import { useAdvice } from '@/api/queries'

/** How many pieces of advice there are for a look that are not wanted so; it is asked for when it comes into sight. */
const props = defineProps<{ look: string; desktop: number; profile: number }>()
const isSeen = useElementVisibility(useTemplateRef<HTMLElement>('place'))
const { data } = useAdvice(
  computed(() => (isSeen.value ? props.look : '')),
  computed(() => props.desktop),
  computed(() => props.profile),
)
const loud = computed(() => data.value?.filter((one) => !one.isWanted).length ?? 0)
</script>

<template>
  <span ref="place" data-test="advice">{{ loud > 0 ? `advice: ${loud}` : '' }}</span>
</template>

<style scoped>
span {
  margin-right: 10px;
}
</style>
