export type Played = "played" | "refused" | "failed";

/** Plays a sound; browsers refuse one in a page in which nobody has clicked or typed yet. @param volume 0 to 100 */
export async function play(path: string, volume: number): Promise<Played> {
  const audio = new Audio(path);
  audio.volume = Math.min(Math.max(volume, 0), 100) / 100;
  try {
    await audio.play();
    return "played";
  } catch (problem) {
    return problem instanceof DOMException && problem.name === "NotAllowedError" ? "refused" : "failed";
  }
}
