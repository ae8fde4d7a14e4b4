export const fetchJson = async (url) => (await fetch(url)).json();
