//! What is done to a piece before the heat, and what goes with it: how much of everything, and when.
//!
//! Rows of `data/prep` say what cooks do and in which amounts, each at its own size; here they are scaled to the pieces in
//! hand (by weight, by surface, by people), the piece is changed by what is done to it (its temperature, its salt, its coat,
//! cuts and what is in its belly), the way is planned with the piece as it then is, and every act is set back from the plate.
//!
//! Limits: salt goes in by diffusion alone, from both faces, through skin as through flesh; nothing here changes how firm flesh
//! becomes. Sources: `docs/SOURCES.md` (SALT-DIFFUSION, CRANK, HENRY-CO2); amounts and times are common practice.

mod alone;
mod answer;
mod asked;
mod begin;
mod budget;
mod chain;
mod clean;
mod clock;
mod coat;
mod doing;
mod essence;
mod gas;
mod liquor;
mod made;
mod mixture;
mod offered;
mod pantry;
mod prepare;
mod rows;
mod salt;
mod salting;
mod side;
mod surface;

pub use alone::{SideAlone, side_alone};
pub use answer::{
    Amount, Budget, BudgetLine, Changed, CleanOffered, CoatOn, Gas, Prepared, SaltAfter, SaltDepth,
    Salted, Tastes,
};
pub use asked::{
    CoatAsked, LiquidAsked, MarinadeAsked, MixtureAsked, OwnAct, OwnItem, PrepAsked, Preparation,
    SaltAsked, SaltKind, SideAsked, Thaw,
};
pub use begin::begins_as;
pub use clock::plan_acts;
pub use coat::batter_holds_kg_m2;
pub use doing::{Doing, Part, Spent};
pub use essence::{contains, essence};
pub use gas::{Leavened, co2_ml, dissolved_ml, leavened, of_beer_ml, of_heat_ml};
pub use offered::{Offered, PrepOffered, prep_offered};
pub use pantry::{CUP_ML, TABLESPOON_ML, TEASPOON_ML, Thing};
pub use prepare::{prep, prepared_piece};
pub use salt::{
    SALT_FASTER_PER_K, brine_end, brine_mean, brine_middle, diffusivity_m2_s, dry_share, in_flesh,
    reach_mm,
};
pub use surface::{surface_m2, top_m2};
