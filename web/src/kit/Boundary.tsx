import { Component, type ReactNode } from "react";
import { Button } from "./parts";

const UNFETCHED = /dynamically imported module|importing a module|module script/i;

type Props = { where: string; children: ReactNode };

/** Where a page breaks, it says so and offers the way on; what was typed is kept on this device. Another address begins again. */
export class Boundary extends Component<Props, { error?: Error }> {
  override state: { error?: Error } = {};

  static getDerivedStateFromError(error: Error) {
    return { error };
  }

  override componentDidUpdate(before: Props) {
    if (before.where !== this.props.where && this.state.error) this.setState({ error: undefined });
  }

  override render() {
    if (!this.state.error) return this.props.children;
    return (
      <div role="alert" className="mx-auto my-12 max-w-lg rounded-2xl border-2 border-rear bg-chalk p-6 text-ink">
        <h1 className="wide mb-2 font-extrabold text-2xl">This page has broken</h1>
        <p>
          {UNFETCHED.test(this.state.error.message)
            ? "It could not be fetched: there is no connection to the club's server. "
            : `It says: ${this.state.error.message}. `}
          What you typed or tapped is kept on this device.
        </p>
        <div className="mt-4 flex flex-wrap gap-3">
          <Button look="main" onClick={() => this.setState({ error: undefined })}>
            Try again
          </Button>
          <Button onClick={() => window.history.back()}>Back</Button>
          <a
            href="/floor"
            className="inline-flex min-h-9 items-center rounded-full border-[1.5px] border-ink/70 px-4 font-semibold text-sm"
          >
            To the Floor
          </a>
        </div>
      </div>
    );
  }
}
