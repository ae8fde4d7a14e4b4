<script setup lang="ts">
import { ref } from "vue";
import AppHeader from "@/components/AppHeader.vue";
import HarvestView from "@/views/HarvestView.vue";
import SwapsView from "@/views/SwapsView.vue";

const isSwapping = ref(false);
</script>

<template>
  <AppHeader @swap="isSwapping = !isSwapping" />
  <SwapsView v-if="isSwapping" />
  <HarvestView v-else />
</template>
