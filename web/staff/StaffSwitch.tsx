import { keep } from '../ui/storage';
import { useSay } from '../words/words';

/** Whether a beat stands on the staff too, under its grid; each person's own choice. */
export function StaffSwitch({ staff, setStaff }: { staff: boolean; setStaff: (staff: boolean) => void }) {
  const say = useSay();
  return (
    <button
      type="button"
      className="button button-small ms-auto"
      aria-pressed={staff}
      onClick={() => {
        keep('setting', 'staff', !staff);
        setStaff(!staff);
      }}
    >
      {say('beat.beside.staff')}
    </button>
  );
}
