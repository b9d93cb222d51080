declare module 'virtual:words' {
  type Load = () => Promise<{ default: unknown }>;
  type Places = {
    frame: Load;
    beat: Load;
    edit: Load;
    plan: Load;
    account: Load;
    paper: Load;
    shelf: Load;
    picture: Load;
    term: Load;
    school: Load;
    mark: Load;
  };
  export const loaders: { 'en-US': Places; 'en-GB': Places; de: Places; fr: Places; es: Places; ar: Places };
}

declare module '@messageformat/core/compile-module' {
  import type MessageFormat from '@messageformat/core';
  export default function compileModule(format: MessageFormat, messages: Record<string, string>): string;
}
