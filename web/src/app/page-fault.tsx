import { Component, type ReactNode } from 'react';
import { ErrorNote } from '../ui/notice.tsx';

interface Props {
  /** Names where we are: elsewhere it is tried again. */
  readonly place: string;
  readonly children: ReactNode;
}

interface State {
  readonly place: string;
  readonly hasFailed: boolean;
}

/** A fault of our own, or a page that could not be fetched: said plainly in its place, with what is safe and two ways on. */
export class PageFault extends Component<Props, State> {
  override state: State = { place: this.props.place, hasFailed: false };

  static getDerivedStateFromProps({ place }: Props, state: State): State | null {
    return place === state.place ? null : { place, hasFailed: false };
  }

  static getDerivedStateFromError = (): Partial<State> => ({ hasFailed: true });

  override render(): ReactNode {
    if (!this.state.hasFailed) return this.props.children;
    return (
      <main className="m-8 max-w-xl">
        <ErrorNote
          title="This page stopped working"
          text="Everything saved is safe, and unsaved changes are kept in this browser."
          actions={[
            { label: 'Reload', act: () => window.location.reload() },
            { label: 'To the repertoire', act: () => window.location.assign('/repertoire') },
          ]}
        />
      </main>
    );
  }
}
