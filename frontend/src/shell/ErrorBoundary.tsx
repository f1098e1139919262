import { Component, type ReactNode } from "react";
import ui from "../parts/page.module.css";
import { BarButton } from "./BarButton";

/** A screen that cannot be drawn leaves the others, the bar and the day as they are, and says what to do. */
export class ErrorBoundary extends Component<{ children: ReactNode }, { failed: boolean }> {
  override state = { failed: false };

  static getDerivedStateFromError() {
    return { failed: true };
  }

  override render() {
    if (!this.state.failed) return this.props.children;
    return (
      <div className={ui.screen}>
        <main className={ui.list} role="alert">
          <h1 className={ui.lead}>This screen could not be shown.</h1>
          <p className={ui.sub}>Nothing is lost: your mail and your rules are as they were. The other screens work.</p>
          <BarButton onClick={() => location.reload()}>Load the page anew</BarButton>
        </main>
      </div>
    );
  }
}
