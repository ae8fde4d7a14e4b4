import { createRouter, createWebHistory, type RouteRecordRaw } from "vue-router";
import HomeView from "@/views/HomeView.vue";

export const routes: RouteRecordRaw[] = [
  { path: "/", name: "home", component: HomeView },
  {
    path: "/trees",
    name: "trees",
    component: () => import("@/views/TreesView.vue"),
  },
  {
    path: "/harvest",
    name: "harvest",
    component: () => import("@/views/HarvestView.vue"),
  },
  {
    path: "/rota",
    name: "rota",
    component: () => import("@/views/RotaView.vue"),
  },
];

export const router = createRouter({ history: createWebHistory(), routes });
