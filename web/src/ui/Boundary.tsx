import { Component, type ReactNode } from 'react';

interface BoundaryProps {
  /** What stands there where the inside cannot be drawn. */
  readonly fallback: ReactNode;
  readonly children: ReactNode;
}

/** Keeps what fails in one part of a screen from taking the rest of it down. */
export class Boundary extends Component<BoundaryProps, { readonly failed: boolean }> {
  override state = { failed: false };

  static getDerivedStateFromError(): { failed: boolean } {
    return { failed: true };
  }

  override render(): ReactNode {
    return this.state.failed ? this.props.fallback : this.props.children;
  }
}
