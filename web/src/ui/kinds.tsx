/** What somebody can be engaged as, as choices of a field. */
export function KindOptions() {
  return (
    <>
      <option value="">Choose…</option>
      <option value="employee">Employee</option>
      <option value="volunteer">Volunteer</option>
      <option value="contractor">Contractor</option>
      <option value="partner">Partner</option>
    </>
  );
}
