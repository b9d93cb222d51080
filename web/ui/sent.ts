import type { FormEvent } from 'react';

/** What a form does when it is sent. Unlike an action of React, it leaves in the fields what was typed, so that a refusal loses nothing. */
export const sent =
  (take: (form: FormData) => unknown) =>
  (event: FormEvent<HTMLFormElement>): void => {
    event.preventDefault();
    void take(new FormData(event.currentTarget));
  };
