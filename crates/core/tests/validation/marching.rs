//! The march against a general-purpose solver.

use super::notes::note;
use super::reference::{apart_k, by_dop853, cod_in_liquid, marched};
use cindo_core::heat::Steps;

/// Properties that follow temperature and composition, same grid: what differs is the steps.
#[test]
pub fn reference_march_of_cod_in_hot_liquid() {
    let column = cod_in_liquid();
    let reference = by_dop853(&column, 1e-9);
    let ours = apart_k(&marched(&column, Steps::ORDINARY), &reference);
    let close = Steps {
        tolerance_k: 1e-5,
        longest_s: 5.0,
    };
    let closer = apart_k(&marched(&column, close), &reference);
    note(
        "march of cod in liquid at 82 C against a general solver (DOP853), same grid",
        format!("apart by {ours:.3} K"),
        format!("{closer:.4} K with short steps"),
    );
    // 0.5 % of the step of 77 K, what the engine promises; and it goes away with the steps.
    assert!(ours < 0.385, "{ours}");
    assert!(closer < 0.1 * ours, "{closer} {ours}");
}
