/** Links of "«title»". */
export const «stem»: readonly { readonly path: string; readonly title: string }[] = [];
