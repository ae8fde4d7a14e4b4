<script setup lang="ts">
defineProps<{ label: string }>();
const value = defineModel<string>({ required: true });
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
