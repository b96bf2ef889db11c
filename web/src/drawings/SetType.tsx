/** A written length inside a drawing, its fraction set as one. */
export function SetType({ text }: { text: string }) {
  return text.split(/(\d+\/\d+)/).map((part, i) => (
    <tspan key={i} style={i % 2 ? { fontFeatureSettings: "'frac', 'tnum'" } : undefined}>
      {part}
    </tspan>
  ));
}
