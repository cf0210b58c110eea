/** The codes of the house as SVG patterns: a shape as well as a colour. Sizes in millimetres. */
export function Patterns({ id }: { readonly id: string }) {
  return (
    <defs>
      <pattern id={`${id}-bleed`} width="1.6" height="1.6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <rect width="0.55" height="1.6" fill="#d9950f" fillOpacity="0.75" />
      </pattern>
      <pattern id={`${id}-safe`} width="2.4" height="2.4" patternUnits="userSpaceOnUse">
        <circle cx="1.2" cy="1.2" r="0.45" fill="#55702f" />
      </pattern>
      <pattern id={`${id}-noprint`} width="2.2" height="2.2" patternUnits="userSpaceOnUse">
        <path d="M0 0 2.2 2.2M2.2 0 0 2.2" stroke="#5f6b76" strokeWidth="0.18" />
      </pattern>
    </defs>
  );
}
