<script setup lang="ts">
defineProps({ label: { type: String, required: true } });
const value = defineModel({ type: String, required: true });
</script>

<template>
  <label class="field">
    {{ label }}
    <input v-model="value" />
  </label>
</template>

<style scoped>
.field {
  display: grid;
  gap: 4px;
}
</style>
