export const months = ["Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec"] as const;

/** Months in which something is picked, from 0. */
export const pickingMonths = [6, 7, 8, 9] as const;
