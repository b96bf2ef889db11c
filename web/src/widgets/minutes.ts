/** So many minutes where they are planned with: “45 min”, “5.3 h”. */
export const inTime = (minutes: number): string =>
  minutes < 90 ? `${Math.max(1, Math.round(minutes))} min` : `${(minutes / 60).toFixed(1)} h`;

/** So many minutes where the eye compares: “33 min”, “7 h”. */
export const inRoughTime = (minutes: number): string =>
  minutes < 100 ? `${Math.round(minutes)} min` : `${Math.round(minutes / 60)} h`;
