/** «Title»: values that never change. */
export const «camel» = {} as const;
