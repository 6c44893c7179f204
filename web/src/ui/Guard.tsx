import { Component } from "react";
import type { ReactNode } from "react";

import { Button } from "./controls";

interface Props {
  /** What stands behind it, in words: "The blank", "The shelf". */
  what: string;
  /** A fresh view when this changes: what broke one rod need not break the next. */
  of?: string;
  children: ReactNode;
}

/** Keeps a fault in one view from taking the whole page: it is said, and can be tried again. */
export class Guard extends Component<Props, { fault: Error | null; of?: string }> {
  state: { fault: Error | null; of?: string } = { fault: null, of: this.props.of };

  static getDerivedStateFromError(fault: Error) {
    return { fault };
  }

  static getDerivedStateFromProps(props: Props, state: { of?: string }) {
    return props.of === state.of ? null : { fault: null, of: props.of };
  }

  render() {
    const { fault } = this.state;
    if (!fault) return this.props.children;
    return (
      <div role="alert" className="grid gap-3 border-l-4 border-ruin bg-raised p-5">
        <h2 className="text-lead font-bold">{this.props.what} cannot be shown</h2>
        <p>
          That is a fault of ours; what you entered is kept. Try it again, or go on elsewhere.
          <span className="block text-note text-soft">{fault.message}</span>
        </p>
        <div>
          <Button onClick={() => this.setState({ fault: null })}>Try again</Button>
        </div>
      </div>
    );
  }
}
