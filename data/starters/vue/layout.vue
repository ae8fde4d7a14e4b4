<template>
  <div class="«kebab»-layout">
    <slot name="header" />
    <slot />
    <slot name="footer" />
  </div>
</template>
