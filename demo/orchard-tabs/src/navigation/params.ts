/** What each tab is given when it is opened. */
export type TabParams = {
  Harvest: undefined;
  Rota: undefined;
  Trees: undefined;
};
