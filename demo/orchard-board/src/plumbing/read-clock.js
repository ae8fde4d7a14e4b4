export const readClock = async () => (await fetch("/api/clock")).text();
