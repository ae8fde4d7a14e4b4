/** «Title»: when it may be done, and doing it. */
export const «camel»Command = {
  isPossible: (): boolean => true,
  run: async (): Promise<void> => {},
};
