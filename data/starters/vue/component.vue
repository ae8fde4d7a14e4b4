<template>
  <div class="«kebab»">
    <slot />
  </div>
</template>

<style scoped>
.«kebab» {
  display: block;
}
</style>
