/** Why one step has to come before another, across parts. Common practice, no source. */
export type OrderRule = "listed" | "together" | "apart" | "inside" | "sealed" | "covered" | "filled" | "drilled" | "tried";

/**
 * Each with its reason, and what it costs to go against it: an order of work that somebody set is changed with a press, a spoiled face takes an
 * evening, what is closed for good cannot be reached again.
 */
export const ORDER_RULES: Readonly<Record<OrderRule, { reason: string; cost: number }>> = {
  listed: { reason: "as it stands in the order of work", cost: 1 },
  tried: { reason: "what moves is tried before the varnish, while it can still be rubbed down", cost: 2 },
  filled: { reason: "seams are filled after gluing", cost: 3 },
  covered: { reason: "ground covers this seam, so it comes after gluing", cost: 3 },
  sealed: { reason: "a foam face is sealed before anything is glued on it", cost: 4 },
  drilled: { reason: "holes are drilled before paint", cost: 4 },
  together: { reason: "painted as one piece once they are joined", cost: 5 },
  apart: { reason: "painted before it is joined", cost: 6 },
  inside: { reason: "what goes inside is in and painted before it is closed", cost: 9 },
};
