/** "48 s", "3 min 20 s", "1 h 5 min" */
export const durationText = (seconds: number): string => {
  const whole = Math.round(seconds);
  if (!Number.isFinite(seconds)) return "unlimited";
  if (whole < 60) return `${whole} s`;
  if (whole < 3600) return `${Math.floor(whole / 60)} min${whole % 60 ? ` ${whole % 60} s` : ""}`;
  const minutes = Math.round(whole / 60);
  return `${Math.floor(minutes / 60)} h${minutes % 60 ? ` ${minutes % 60} min` : ""}`;
};
