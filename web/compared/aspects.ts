/** The aspects of a comparison, in the order in which they are shown; "mark.aspect.…" are their names. */
export const ASPECTS = ['placement', 'dynamics', 'feel', 'tempo', 'form'] as const;
