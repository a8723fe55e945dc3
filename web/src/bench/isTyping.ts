/** Whether keys are meant for a field or for code, which stands in a tree of its own. */
export function isTyping(event: Event) {
  const typed = "input:not([type=checkbox]), textarea, select, .cm-editor, [contenteditable=true]";
  return event.composedPath().some((at) => at instanceof Element && at.matches(typed));
}
