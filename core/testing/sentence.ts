/** A sentence as people are told things: it begins like one, says something, and ends. */
export const SENTENCE = /^[\p{Lu}\p{N}“−-].*\s.*[.?!]$/su
