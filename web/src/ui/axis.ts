/** A chart's axis with its title, in the page's faint ink. */
export const axis = (colour: (name: string) => string, text: string) => ({
  title: { display: true, text, color: colour('--faint') },
  ticks: { color: colour('--faint') },
});
