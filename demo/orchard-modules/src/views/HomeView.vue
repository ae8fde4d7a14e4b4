<script setup lang="ts">
import PageFrame from "@/components/PageFrame.vue";
</script>

<template>
  <PageFrame heading="Pippin Row" />
</template>
