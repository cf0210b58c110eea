/** Some panels by name: `A2`, `A2, B2 and 3 more`. */
export const named = (panels: readonly { readonly name: string }[]): string =>
  panels.length > 4
    ? `${panels
        .slice(0, 3)
        .map((p) => p.name)
        .join(', ')} and ${panels.length - 3} more`
    : panels.map((p) => p.name).join(', ');
