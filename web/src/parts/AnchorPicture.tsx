/** A level as it looks, drawn; a left-hander's is the mirrored drawing. Film is never mirrored. */
export function AnchorPicture({ src, hand, says }: { src: string; hand: 'R' | 'L'; says: string }) {
  return (
    <img src={src} alt={says} loading="lazy" className={`block w-full rounded-[2px] ${hand === 'L' ? '-scale-x-100' : ''}`} />
  );
}
