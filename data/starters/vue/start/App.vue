<script setup lang="ts">
import { currentView } from "«from router»";
import { appStore } from "«from store»";
</script>

<template>
  <component :is="currentView" />
  <div role="status">
    <p v-for="message in appStore.state.messages" :key="message.id">{{ message.text }}</p>
  </div>
</template>
