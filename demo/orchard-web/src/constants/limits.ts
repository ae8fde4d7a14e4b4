/** Kilograms that one basket holds. */
export const basketWeight = 12;

/** Grafts that a member may offer at a time. */
export const mostSwaps = 5;
