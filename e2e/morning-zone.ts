/** A zone in which the day is still young, whenever this runs. */
export function morningZone(): string {
  const ahead = 6 - new Date().getUTCHours();
  const hours = ahead < -12 ? ahead + 24 : ahead;
  // the names of these zones count westward
  return `Etc/GMT${hours > 0 ? '-' : '+'}${Math.abs(hours)}`;
}
