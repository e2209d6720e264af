/** Machines of format 2 held what is true of them today: where white stands, and what is left in the containers. */
import { z } from 'zod';

const Machine2 = z.looseObject({
  whiteSlot: z.looseObject({ stands: z.unknown().optional() }).optional(),
  inks: z
    .array(
      z.looseObject({ container: z.looseObject({ leftMl: z.unknown().optional() }).optional() }),
    )
    .optional(),
});

/** Returns the machine without its state; what is no such machine as it is. */
export function machineFrom2(value: unknown): unknown {
  const parsed = Machine2.safeParse(value);
  if (!parsed.success) return value;
  const { whiteSlot, inks, ...machine } = parsed.data;
  const { stands: _, ...slot } = whiteSlot ?? {};
  return {
    ...machine,
    ...(whiteSlot && { whiteSlot: slot }),
    ...(inks && {
      inks: inks.map(({ container, ...ink }) => {
        const { leftMl: _left, ...holds } = container ?? {};
        return { ...ink, ...(container && { container: holds }) };
      }),
    }),
  };
}
