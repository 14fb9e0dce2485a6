/** A chart's axis with its title, in the page's faint ink. */
export const axis = (colour: (name: string) => string, text: string) => ({
  title: { display: true, text, color: colour('--faint') },
  ticks: { color: colour('--faint') },
});

/** Lines drawn at once, their points given as x and y; `normalized` where these are sorted and the same in every line. */
export const lineChart = <D, S>(datasets: D, scales: S, normalized = false) => ({
  type: 'line' as const,
  data: { datasets },
  options: {
    animation: false as const,
    parsing: false as const,
    normalized,
    maintainAspectRatio: false,
    scales,
  },
});
