/** Heads of a male and a female in spawning dress, as the sexing card tells them apart. */
export function SexDrawings() {
  return (
    <div className="mt-2 flex flex-wrap gap-6">
      <figure className="w-[9.5rem]">
        <svg viewBox="0 0 120 66" fill="none" stroke="currentColor" strokeWidth="1.6" strokeLinecap="round" role="img">
          <title>Male: hooked jaw, pointed snout, high back, white fin edge</title>
          <path d="M8 40c8-6 16-13 30-19 12-7 24-11 40-9 14 2 26 7 36 12" />
          <path d="M8 40c-1 4 2 6 6 5l18 2c20 8 52 9 82 3" />
          <path d="M9 43c2-3 3-7 1-9m1 10 22 1" stroke="var(--hand)" strokeWidth="2.2" />
          <circle cx="33" cy="32" r="2.3" fill="currentColor" stroke="none" />
          <path d="M50 24c5 7 5 17 0 25" />
          <path d="M62 51c6 4 13 5 17 11" />
          <path d="M60 53c5 5 10 7 14 11" stroke="var(--hand)" strokeWidth="2.2" />
        </svg>
        <figcaption className="text-small text-soft">male: hooked jaw, high back, white fin edge</figcaption>
      </figure>
      <figure className="w-[9.5rem]">
        <svg viewBox="0 0 120 66" fill="none" stroke="currentColor" strokeWidth="1.6" strokeLinecap="round" role="img">
          <title>Female: short round head, deep soft body</title>
          <path d="M16 34c4-8 14-13 30-15 22-3 46 0 68 7" />
          <path d="M16 34c-1 5 2 9 8 11 24 12 60 13 90 3" />
          <path d="M17 38l12 1" />
          <circle cx="31" cy="31" r="2.3" fill="currentColor" stroke="none" />
          <path d="M47 23c4 7 4 18 0 26" />
          <path d="M66 57c16 3 30 1 42-4" stroke="var(--hand)" strokeWidth="2.2" />
          <path d="M58 54c5 3 10 4 14 9" />
        </svg>
        <figcaption className="text-small text-soft">female: short round head, deep soft belly</figcaption>
      </figure>
    </div>
  );
}
