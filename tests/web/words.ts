import { needWords } from '../../web/words/words';

/** Component tests read English, as the page does that names no language. */
await needWords('frame', 'beat', 'edit', 'plan', 'account', 'paper', 'shelf', 'picture', 'term', 'school', 'mark');
