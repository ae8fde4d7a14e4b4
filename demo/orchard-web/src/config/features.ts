/** Parts that can be switched off while they are tried. */
export const features = { swaps: true, frostAlarm: false } as const;
