/** Where «title» comes from and goes to. */
export const «symbol» = {
  /** @returns {Promise<readonly string[]>} */
  load: async () => [],
  /** @param {string} entry */
  save: async (entry) => void entry,
};
