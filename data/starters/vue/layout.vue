<template>
  <div class="«kebab»-layout">
    <slot />
  </div>
</template>
