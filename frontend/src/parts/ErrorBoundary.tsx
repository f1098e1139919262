import Button from "@mui/material/Button";
import { Component, type ReactNode } from "react";

/** A screen that cannot be drawn leaves the others, the bar and the day as they are, and says what to do. */
export class ErrorBoundary extends Component<{ children: ReactNode }, { failed: boolean }> {
  override state = { failed: false };

  static getDerivedStateFromError() {
    return { failed: true };
  }

  override render() {
    if (!this.state.failed) return this.props.children;
    return (
      <div className="screen">
        <main className="list" role="alert">
          <h1 className="lead">This screen could not be shown.</h1>
          <p className="sub">Nothing is lost: your mail and your rules are as they were. The other screens work.</p>
          <Button variant="contained" onClick={() => location.reload()}>
            Load the page anew
          </Button>
        </main>
      </div>
    );
  }
}
