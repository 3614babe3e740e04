<script setup lang="ts">
import { useMutation } from '@tanstack/vue-query'
import { api, take } from '@/api/client'
import { keepHalf } from '@/api/session'
import ProblemNote from './ProblemNote.vue'

const takeBack = useMutation({
  mutationFn: async () => {
    const entrance = await take(api.POST('/api/access/take-back'))
    await keepHalf(entrance.page)
    return entrance
  },
})
</script>

<template>
  <section class="paper" aria-label="Who may enter">
    <h2>Who may enter</h2>
    <p class="second">
      Every browser on this machine that opened the printed address, for 30 days. Nobody on the network.
    </p>
    <VBtn :loading="takeBack.isPending.value" @click="takeBack.mutate()">Lock out all others</VBtn>
    <p v-if="takeBack.data.value" role="status">
      Only this browser may enter now. Others need the new address:
      <span class="mono">{{ takeBack.data.value.address }}</span>
    </p>
    <ProblemNote v-if="takeBack.error.value" :error="takeBack.error.value" />
  </section>
</template>
