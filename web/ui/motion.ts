const reduced = window.matchMedia('(prefers-reduced-motion: reduce)');
let stilled = 0;

/** Whether things stand still: for who asked for it, and while hands need all the time there is. */
export const isCalm = (): boolean => reduced.matches || stilled > 0;

/** Lets everything stand still for a while. @returns what ends that */
export function holdStill(): () => void {
  stilled++;
  return () => {
    stilled--;
  };
}
