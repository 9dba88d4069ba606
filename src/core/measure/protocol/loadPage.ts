/** So many figures of a token open the load page of its run; the rest, four fifths of it and more, opens all else. */
const KEY_FIGURES = 12;

/**
 * What opens the load page of a run and nothing else, from the run's token. It stands in the address, which servers and
 * browsers write down; the token itself never does.
 *
 * @example
 * loadKeyOf("ab".repeat(20)); // "abababababab"
 */
export const loadKeyOf = (token: string): string => token.slice(0, KEY_FIGURES);

/** Whether something can be the key of a load page. */
export const isLoadKeyShaped = (key: string): boolean => /^[0-9a-f]{12}$/.test(key);

/**
 * Where the machine under test opens its load page.
 *
 * @example
 * loadPath("ab".repeat(20)); // "/load/abababababab#abab…"
 */
export const loadPath = (token: string): string => `/load/${loadKeyOf(token)}#${token}`;
