/** Times as people say them, in their own language and zone. */
export function when(time: string | null | undefined): string {
  return time
    ? new Date(time).toLocaleString(undefined, { weekday: 'short', day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' })
    : '';
}

const BEAT_WORDS: Record<string, string> = { '4': 'quarter', '4.': 'dotted quarter', '8': 'eighth', '2': 'half' };

export function tempoWords(tempo: { bpm: number; beat?: string }): string {
  return `${tempo.bpm} ${BEAT_WORDS[tempo.beat ?? '4'] ?? tempo.beat} notes a minute`;
}

export function plural(count: number, one: string, many = `${one}s`): string {
  return `${count} ${count === 1 ? one : many}`;
}
