import { type Clip, readClip } from '../music/range';
import { keep, kept } from '../ui/storage';

const NAME = 'hits';

/** Hits that were copied, in this tab or another one of the same account. */
export class Clipboard {
  #clip: Clip | null = null;

  take(clip: Clip): void {
    this.#clip = clip;
    keep('copied', NAME, clip);
  }

  get held(): Clip | null {
    return this.#clip ?? readClip(JSON.stringify(kept('copied', NAME)));
  }
}
