/** Links of "«title»". */
export const «symbol»: readonly { readonly path: string; readonly title: string }[] = [];
