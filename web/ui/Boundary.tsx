import { Component, type ReactNode } from 'react';
import { say } from '../words/words';
import { Notice } from './states';

/** Catches what breaks in a place, so that the rest of the page stays and there is a way on. */
export class Boundary extends Component<{ children: ReactNode }, { broken: boolean }> {
  override state = { broken: false };

  static getDerivedStateFromError() {
    return { broken: true };
  }

  override render() {
    if (!this.state.broken) return this.props.children;
    return (
      <div className="mx-auto max-w-xl px-2 py-8">
        <Notice>{say('frame.broken')}</Notice>
        <p className="mt-4">
          <button type="button" className="button button-main" onClick={() => window.location.reload()}>
            {say('frame.reload')}
          </button>
        </p>
      </div>
    );
  }
}
