import { reactive, readonly } from "vue";
import { messageTime } from "«from limits»";
import { onMessage, type Message } from "«from messages»";

const state = reactive({ messages: [] as Message[] });

onMessage((message) => {
  state.messages.push(message);
  setTimeout(() => appStore.hideMessage(message.id), messageTime);
});

/** What the whole app knows, and how that changes. */
export const appStore = {
  state: readonly(state),
  hideMessage(id: number): void {
    state.messages = state.messages.filter((message) => message.id !== id);
  },
};
