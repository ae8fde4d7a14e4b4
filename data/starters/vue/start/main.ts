import { createApp } from "vue";
import App from "«from app»";
import "«from sheet»";

createApp(App).mount("#app");
