export const optics = {
  whiteInkNeedsContrast:
    'A white ink needs a contrast ratio within 0.05 to 0.995 (got {ratio}) and below {most}, which {drops} drops on one another leave possible, a laydown above 0 mL/m² (got {laydown}) and an opaque reflectance within 0.5 to 0.95 (got {reflectance}).',
} as const;
