import { useCallback, useState } from 'react';

/** Something that takes a moment and may fail: whether it is under way, and the sentence where it has failed. */
export type Task = {
  busy: boolean;
  error: string;
  setError: (sentence: string) => void;
  /** @returns what the work gives, null when it has failed */
  run: <T>(work: () => Promise<T>) => Promise<T | null>;
};

export function useTask(): Task {
  const [busy, setBusy] = useState(false);
  const [error, setError] = useState('');
  const run = useCallback(async <T>(work: () => Promise<T>): Promise<T | null> => {
    setBusy(true);
    setError('');
    try {
      return await work();
    } catch (problem) {
      setError((problem as Error).message);
      return null;
    } finally {
      setBusy(false);
    }
  }, []);
  return { busy, error, setError, run };
}
