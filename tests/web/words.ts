import { needWords } from '../../web/words/words';

/** Component tests read English, as the page does that names no language. */
await needWords('frame', 'beat', 'edit', 'mark');
