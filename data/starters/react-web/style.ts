/** «Title», for the whole app. */
export const «camel» = {} as const;
