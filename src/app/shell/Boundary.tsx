/** A view that fails takes nothing else with it: it says so and can be tried again. */
import { Button } from "antd";
import { Component, type ReactNode } from "react";

interface Props {
  /** What it is, in the middle of a sentence. */
  of: string;
  /** Another value is another attempt. */
  about?: unknown;
  children: ReactNode;
  /** Further ways out, beside trying again. */
  more?: ReactNode;
}
interface State {
  error: Error | null;
  about: unknown;
}

export class Boundary extends Component<Props, State> {
  override state: State = { error: null, about: this.props.about };

  static getDerivedStateFromError(error: unknown): Partial<State> {
    return { error: error instanceof Error ? error : new Error(String(error)) };
  }
  static getDerivedStateFromProps(props: Props, state: State): Partial<State> | null {
    return props.about === state.about ? null : { about: props.about, error: null };
  }

  override render(): ReactNode {
    const { error } = this.state;
    if (!error) return this.props.children;
    return (
      <div className="stopped" role="alert">
        <p>
          {this.props.of} cannot be shown: <span className="mono">{error.message.slice(0, 200)}</span>
        </p>
        <Button size="small" onClick={() => this.setState({ error: null })}>
          Try again
        </Button>
        {this.props.more}
      </div>
    );
  }
}
