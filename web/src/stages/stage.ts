/** What every stage's instrument is given. */
export interface StageProps {
  selected: string | null;
  onSelect: (what: string | null) => void;
}
