/** The text that is selected in a message that is shown as it was designed: its frame is a page of its own. */
export class Selected {
  text = "";

  /** What is selected there, or else in the page. */
  words = () => (this.text || (window.getSelection()?.toString() ?? "")).replace(/\s+/g, " ").trim();
}
