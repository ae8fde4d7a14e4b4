<script setup lang="ts">
defineProps<{ heading: string }>();
</script>

<template>
  <main>
    <h1>{{ heading }}</h1>
    <slot />
  </main>
</template>
