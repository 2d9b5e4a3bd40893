import { useQuery } from "@tanstack/react-query";
import { useEffect, useMemo, useRef, useState } from "react";
import { api, type CardLine } from "../../api";
import { decode, Thumb } from "../../slice";

function useSeen<E extends Element>(): [React.RefObject<E | null>, boolean] {
  const ref = useRef<E | null>(null);
  const [seen, setSeen] = useState(false);
  useEffect(() => {
    if (!ref.current || seen) return;
    const watch = new IntersectionObserver(
      (entries) => entries.some((e) => e.isIntersecting) && setSeen(true),
    );
    watch.observe(ref.current);
    return () => watch.disconnect();
  }, [seen]);
  return [ref, seen];
}

/** The slice over time of a card, computed again from what was asked; only when it is seen. */
export function CardThumb(props: { card: CardLine; width: number; height: number }) {
  const { card, width, height } = props;
  const [ref, seen] = useSeen<HTMLDivElement>();
  const plan = useQuery({
    queryKey: ["thumb", card.id],
    queryFn: async () => {
      const { request } = await api.card(card.id);
      return request
        ? api.plan({ ...request, range: false, field: { times: 90, depths: 20 } })
        : null;
    },
    enabled: seen && !card.unreadable,
    staleTime: Number.POSITIVE_INFINITY,
    retry: false,
  });
  const field = useMemo(() => (plan.data?.field ? decode(plan.data.field) : null), [plan.data]);
  const bare = Boolean(card.unreadable) || plan.isError || plan.data === null;
  return (
    <div ref={ref} style={{ width, height }} className={bare ? "" : "bg-base-200"}>
      {bare && <span className="text-small quiet">no picture of this one</span>}
      {field && (
        <Thumb
          field={field}
          width={width}
          height={height}
          offS={plan.data?.off_heat_s ?? 0}
          title={`Slice over time: ${card.title}`}
        />
      )}
    </div>
  );
}
