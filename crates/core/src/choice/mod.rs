//! Judgement: what a cook would do with this piece. Which class of piece it is and how well each way fits it
//! (`data/fit.toml`), what a good cook sets for its thickness (`data/fitted.toml`), and what the ways are like side
//! by side. Weights and why stand in `docs/CHOICE.md`.

mod class;
mod fitted;
mod quality;
mod say;
mod tonight;

pub use class::{Class, Fit};
pub use fitted::{Fitted, fitted};
pub use quality::{Crust, Quality, Wishes, at_risk, base, fires, met, score};
pub use say::say;
pub use tonight::Tonight;
