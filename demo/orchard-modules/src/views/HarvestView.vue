<script setup lang="ts">
import { computed, onMounted } from "vue";
import { useStore } from "vuex";
import PageFrame from "@/components/PageFrame.vue";
import { loadHarvest } from "@/services/harvestService";
import type { RootState } from "@/store";

const store = useStore<RootState>();
const items = computed(() => store.state.harvest.items);
onMounted(async () => store.commit("harvest/loaded", await loadHarvest()));
</script>

<template>
  <PageFrame heading="Harvest">
    <p v-if="items.length === 0">Nothing yet.</p>
    <ul v-else>
      <li v-for="item in items" :key="item.id">{{ item.kilos }}</li>
    </ul>
  </PageFrame>
</template>
