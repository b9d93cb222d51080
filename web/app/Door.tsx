import type { ReactNode } from 'react';

/** A page for somebody who is not in yet: a heading, a line, and a form. */
export function Door({ title, line, children }: { title: string; line: string; children: ReactNode }) {
  return (
    <main className="mx-auto flex min-h-dvh max-w-md flex-col justify-center px-5 py-8">
      <h1 className="text-4xl">{title}</h1>
      <p className="mb-5 text-faint">{line}</p>
      {children}
    </main>
  );
}
