/** The aspects of a comparison, as a teacher calls them. */
export const ASPECT_NAMES = { placement: 'Placement', dynamics: 'Dynamics', feel: 'Feel', tempo: 'Tempo', form: 'Form' };
