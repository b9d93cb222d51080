import type { Catalogue, Pattern } from '../api/types';
import { kitLabel } from '../edit/feel/kitLabel';
import { meterName } from '../edit/meters';
import { TempoSign } from '../ui/NoteValue';
import { swingWords } from '../ui/words';

/** What the head of printed music says of a beat: meter, tempo, swing and kit. */
export function Signs({ pattern, catalogue }: { pattern: Pattern; catalogue: Catalogue }) {
  return (
    <span className="head-sign flex flex-wrap gap-x-4 text-base" data-signs>
      <span>{meterName(pattern.meter)}</span>
      <span>
        <TempoSign tempo={pattern.tempo} />
      </span>
      <span>{swingWords(pattern.swing)}</span>
      <span>{kitLabel(catalogue, pattern.kit)}</span>
    </span>
  );
}
