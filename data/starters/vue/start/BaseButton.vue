<script setup lang="ts">
defineProps({ quiet: Boolean });
defineEmits(["press"]);
</script>

<template>
  <button type="button" :class="quiet ? 'quiet' : 'button'" @click="$emit('press')">
    <slot />
  </button>
</template>

<style scoped>
button {
  padding: 8px 16px;
  border: 0;
  border-radius: 6px;
  font: inherit;
}

.button {
  background: var(--accent);
  color: var(--on-accent);
}

.quiet {
  background: transparent;
  color: var(--accent);
}
</style>
