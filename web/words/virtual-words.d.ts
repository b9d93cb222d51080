declare module 'virtual:words' {
  type Messages = Record<string, (values: Record<string, string | number>) => string>;
  /** The messages of a place in a language. */
  export function load(tag: string, place: string): Promise<{ default: Messages }>;
}

declare module '@messageformat/core/compile-module' {
  import type MessageFormat from '@messageformat/core';
  export default function compileModule(format: MessageFormat, messages: Record<string, string>): string;
}
