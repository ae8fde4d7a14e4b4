/**
 * One of «title».
 * @typedef {{ readonly id: string }} «Pascal»
 */

/**
 * @param {string} id
 * @returns {«Pascal»}
 */
export const make«Pascal» = (id) => ({ id });
