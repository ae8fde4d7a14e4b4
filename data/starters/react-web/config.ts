/** Settings of «title». */
export const «camel» = {} as const;
