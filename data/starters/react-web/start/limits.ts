/** How long a message stays, in milliseconds. */
export const messageTime = 5000;
