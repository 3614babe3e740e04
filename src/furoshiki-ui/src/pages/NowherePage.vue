<template>
  <h1>There is no page at this address</h1>
  <p class="second">Nothing was changed.</p>
  <VBtn :to="{ name: 'shelf' }">To the shelf</VBtn>
</template>
