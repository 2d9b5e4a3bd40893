//! What a cook should know before lighting the fire.

use super::answer::Warning;
use super::asked::Cooking;
use crate::fish::{Hazard, exempt_tuna};
use crate::kit::FatMargin;
use crate::run::Outcome;

/// A pan that drops more than this loses the sear, K.
const PAN_DROP_K: f64 = 40.0;
/// A thin end is worth a word from here on, K past the target.
const THIN_END_OVER_K: f64 = 6.0;

/// What follows from the settings and from how the piece came out.
pub(super) fn warn(
    cooking: &Cooking<'_>,
    fats: &[FatMargin],
    outcome: &Outcome,
    thin_peak_c: f64,
) -> Vec<Warning> {
    let (piece, programme, band) = (cooking.piece, &cooking.programme, cooking.band);
    let mut warnings = Vec::new();
    let mut add = |code, message, by_k| {
        warnings.push(Warning {
            code,
            message,
            by_k,
        })
    };
    if let (Some(reservoir), Some(low_c)) = (programme.reservoir, outcome.reservoir_low_c) {
        // What the hob holds on the heat, where it is not what it begins with.
        let held = programme.stages.first().map(|stage| stage.set_c);
        let hold_c = held.unwrap_or(reservoir.start_c);
        let drop_k = reservoir.start_c.min(hold_c) - low_c;
        if drop_k > PAN_DROP_K {
            add(
                "pan_drops",
                "The fish pulls this pan far below what was asked. Fewer pieces, a heavier pan \
                 or a stronger hob.",
                Some(drop_k),
            );
        }
        if reservoir.start_c.max(hold_c) > reservoir.hottest_c() {
            add("hob_too_weak", "This hob cannot hold a pan that hot.", None);
        }
    }
    let chosen_fat = cooking.chosen.fat().map(|(key, _)| key);
    if let Some(fat) = fats
        .iter()
        .find(|fat| chosen_fat == Some(fat.key.as_str()) && fat.margin_k < 0.0)
    {
        add(
            "fat_smokes",
            "This fat may smoke before the fish goes in. Take one that stands more heat, or a \
             cooler pan or bath.",
            Some(-fat.margin_k),
        );
    }
    if piece.thin_end.is_some() && thin_peak_c > band.high_c + THIN_END_OVER_K {
        add(
            "thin_end_over",
            "The thin end will be past the target when the thick part is right. Fold it under, \
             trim it, or serve it as the well-done end.",
            Some(thin_peak_c - band.high_c),
        );
    }
    if !outcome.safety.food_code_63c_15s {
        add(
            "below_food_code",
            "Below the food-safety figure for fish. Not for anyone pregnant, very young, old or \
             with weak immunity.",
            None,
        );
    }
    if piece.scales && !cooking.method.keeps_scales {
        add(
            "scales_on",
            "The scales are on: scrape them off, or they end on the plate. A salt crust or a \
             whole roast may keep them.",
            None,
        );
    }
    let carries = piece
        .species
        .as_ref()
        .is_none_or(|fish| fish.has(Hazard::Parasites) && !exempt_tuna(fish));
    if carries && !outcome.safety.parasite_60c_1min {
        add(
            "parasites",
            "Not hot enough to kill parasites: use fish that was frozen for it or is exempt.",
            None,
        );
    }
    warnings
}
