import { needWords } from '../../web/words/words';
import { PLACES } from '../../words.plugin';

/** Component tests read English, as the page does that names no language. */
await needWords(...PLACES);
