import { Component, type ReactNode } from "react";

interface Props {
  /** What is shown in the place of what failed. */
  instead: (why: Error) => ReactNode;
  /** A failure is forgotten when this changes. */
  of?: string;
  children: ReactNode;
}

/** Keeps a failure of what is in it to itself: all around goes on. */
export class Guard extends Component<Props, { why: Error | null }> {
  override state = { why: null };

  static getDerivedStateFromError(why: unknown) {
    return { why: why instanceof Error ? why : new Error(String(why)) };
  }

  override componentDidUpdate(before: Props) {
    if (before.of !== this.props.of && this.state.why) this.setState({ why: null });
  }

  override render() {
    return this.state.why ? this.props.instead(this.state.why) : this.props.children;
  }
}
