import { Component, type ReactNode } from "react";

interface Props {
  readonly children: ReactNode;
  /** What is shown: another one is tried anew. */
  readonly value?: unknown;
  /** What stands in place of what failed; `again` tries it once more. */
  readonly failed: (message: string, again: () => void) => ReactNode;
}

/** Keeps a part that fails from taking everything else with it. */
export class Boundary extends Component<Props, { readonly message: string | undefined }> {
  override state: { readonly message: string | undefined } = { message: undefined };

  static getDerivedStateFromError(error: unknown): { readonly message: string } {
    return { message: error instanceof Error ? error.message : String(error) };
  }

  override componentDidUpdate({ value }: Props): void {
    if (value !== this.props.value && this.state.message !== undefined) this.setState({ message: undefined });
  }

  override render(): ReactNode {
    const { message } = this.state;
    return message === undefined ? this.props.children : this.props.failed(message, () => this.setState({ message: undefined }));
  }
}
