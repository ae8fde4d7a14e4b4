<script setup lang="ts">
import { onMounted, ref } from "vue";

const loading = ref(true);
onMounted(() => {
  loading.value = false;
});
</script>

<template>
  <p v-if="loading">One moment …</p>
  <section v-else aria-label="«Title»" />
</template>
