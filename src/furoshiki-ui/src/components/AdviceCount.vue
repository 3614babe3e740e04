<script setup lang="ts">
import { useElementVisibility } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'
import { useAdvice } from '@/api/queries'

/** How many pieces of advice there are for a look; it is asked for when it comes into sight. */
const props = defineProps<{ look: string; desktop: number }>()
const isSeen = useElementVisibility(useTemplateRef<HTMLElement>('place'))
const { data } = useAdvice(
  computed(() => (isSeen.value ? props.look : '')),
  computed(() => props.desktop),
)
</script>

<template>
  <span ref="place" data-test="advice">{{ data && data.length > 0 ? `advice: ${data.length}` : '' }}</span>
</template>

<style scoped>
span {
  margin-right: 10px;
}
</style>
