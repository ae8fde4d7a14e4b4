<template>
  <header class="header">
    <img src="@/assets/tree.png" srcset="@/assets/tree.png 1x, @/assets/tree@2x.png 2x" alt="" />
    <button @click="$emit('swap')">Swaps</button>
  </header>
</template>

<style lang="scss" scoped>
@use "@/styles/palette";

.header {
  background: palette.$leaf url("../assets/bark.png");
}
</style>
