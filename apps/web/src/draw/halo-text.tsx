import type { ReactNode } from 'react';

/** Words on a picture, centred on their place, with a white edge so that they read on whatever lies beneath. */
export const HaloText = ({
  x,
  y,
  size,
  fill = 'var(--color-key)',
  className,
  children,
}: {
  x: number;
  y: number;
  size: number;
  fill?: string;
  className?: string;
  children: ReactNode;
}) => (
  <text
    x={x}
    y={y}
    fontSize={size}
    fontWeight="700"
    textAnchor="middle"
    dominantBaseline="central"
    fill={fill}
    stroke="var(--color-white)"
    strokeWidth={size / 5}
    strokeLinejoin="round"
    paintOrder="stroke"
    className={className}
  >
    {children}
  </text>
);
