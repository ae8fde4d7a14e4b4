<script setup lang="ts">
const title = "«Title»";
</script>

<template>
  <main>
    <h1>{{ title }}</h1>
  </main>
</template>
