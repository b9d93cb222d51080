import { useEffect, useState } from 'react';

/** A text as a picture that telephones read (QR, ISO/IEC 18004); what draws it is loaded when one is shown. */
export function Qr({ text, label, className = 'size-40' }: { text: string; label: string; className?: string }) {
  const [path, setPath] = useState<{ d: string; size: number } | null>(null);
  useEffect(() => {
    let shown = true;
    void import('qrcode').then(({ create }) => {
      const { size, data } = create(text, { errorCorrectionLevel: 'M' }).modules;
      let d = '';
      for (let i = 0; i < size * size; i += 1) if (data[i]) d += `M${i % size} ${Math.floor(i / size)}h1v1h-1z`;
      if (shown) setPath({ d, size });
    });
    return () => {
      shown = false;
    };
  }, [text]);
  return (
    <svg role="img" aria-label={label} viewBox={path ? `-3 -3 ${path.size + 6} ${path.size + 6}` : '0 0 1 1'} className={className}>
      <rect x="-3" y="-3" width="100%" height="100%" fill="#fff" />
      {path && <path d={path.d} fill="#000" shapeRendering="crispEdges" />}
    </svg>
  );
}
