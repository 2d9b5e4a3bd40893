//! A piece being cooked, told once: a programme (what its faces see, stage after stage), a timeline
//! (when each stage begins, planned or as it happened), a truth (the piece and the fire as they
//! really are), and the one run of the three. What can be seen and felt, what came of it and the
//! slice over time are read from it.

mod across;
mod act;
mod bench;
pub mod browning;
mod felt;
mod field;
mod fire;
mod kinetics;
mod past;
mod programme;
mod seen;
mod shows;
mod stage;
mod timeline;
mod truth;
mod witness;

pub use across::{Across, CutOpen, Opened, Upright};
pub use act::{Act, Clash, Costs, Need, Place, What, When, act_id, clashes, name};
pub use bench::{Bench, Fidelity, Run, State, run_together};
pub use felt::{Felt, Look, Sign};
pub use field::{FieldAsked, FieldSink, SliceField};
pub use fire::Fire;
pub use kinetics::{lethality_listeria, setting_rate_1_s};
pub use past::{Outcome, Past, PeakSink, RIM_C, Tally};
pub use programme::{Allowed, Fill, Heating, Hot, Programme};
pub use seen::{Beads, Bubbling, Lip, Press, Seen, Tester};
pub use stage::{Span, Stage};
pub use timeline::{Begin, Timeline, TimesAsked};
pub use truth::{Contacts, Kelvins, Off, Touch, Truth, TruthAsked};
pub use witness::{Signs, Witness, Witnessed};
