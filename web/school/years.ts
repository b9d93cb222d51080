/** The school year after one, as it is written: "2026/27" → "2027/28", "2026" → "2027"; as it is where no year stands in it. */
export function nextYear(year: string): string {
  return year.replace(/\d{4}|(?<=\D)\d{2}$/g, (digits) =>
    String(Number(digits) + 1)
      .padStart(digits.length, '0')
      .slice(-digits.length),
  );
}
