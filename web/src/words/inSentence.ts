/** A title within a sentence: "Scale X" is set as "scale X", and "X" stays "X". */
export const inSentence = (title: string) =>
  /^\p{Lu}+(?!\p{L})/u.test(title) ? title : title.charAt(0).toLowerCase() + title.slice(1);

/** The undo title of a value that was set. */
export const setTitle = (property: string) => `Set ${inSentence(property)}`;
