<script setup lang="ts">
import { IconX } from '@tabler/icons-vue'
import { computed } from 'vue'
import { useLook } from '@/api/queries'
import { useDesktop } from '@/composables/useDesktop'
import DesktopPicture from './DesktopPicture.vue'

const props = defineProps<{ reference: string }>()
defineEmits<{ remove: [] }>()
const { id, now } = useDesktop()
const { data: look } = useLook(
  id,
  computed(() => (props.reference === 'now' ? '' : props.reference)),
)
const one = computed(() =>
  props.reference === 'now'
    ? { name: 'Now', look: now.value?.look }
    : { name: look.value ? `${look.value.name}, ${look.value.caption}` : '', look: look.value?.look },
)
</script>

<template>
  <div class="one">
    <DesktopPicture v-if="one.look" class="thumb" :look="one.look" :desktop="id" :name="one.name" main-only />
    <span>{{ one.name }}</span>
    <VBtn class="bare" :aria-label="`Remove ${one.name} from the line-up`" @click="$emit('remove')">
      <IconX :size="14" />
    </VBtn>
  </div>
</template>

<style scoped>
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
