<template>
  <section class="first paper">
    <h1>Welcome to Furoshiki</h1>
    <p>
      It keeps whole looks of your desktop, switches from one to another by a plan, and always has a way back.
    </p>
    <p class="second">It begins with a folder: your home, as it is. Nothing in it is changed.</p>
    <ol>
      <li>Choose the folder that has your settings.</li>
      <li>Choose a map, and see what it finds there.</li>
      <li>Add it. Then save what is on now, and you can always come back to it.</li>
    </ol>
    <VBtn class="main tall" :to="{ name: 'desktops', query: { add: 'folder' } }">Add a desktop…</VBtn>
  </section>
</template>

<style scoped>
.first {
  display: grid;
  gap: 12px;
  justify-items: start;
  max-width: 560px;
  padding: 20px;
}

ol {
  display: grid;
  gap: 6px;
  padding-left: 20px;
  list-style: decimal;
}
</style>
