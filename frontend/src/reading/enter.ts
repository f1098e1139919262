/** In the state of a step of the browser's history: the rows take the focus, from the field above them. */
export const ENTER_ROWS = "enterRows";
