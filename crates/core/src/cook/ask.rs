//! What a cook can be asked at the stove, for the piece and the way at hand.

use super::course::Phase;
use super::cue::CueKey;
use crate::belief::{Cues, Had, Word};
use crate::plan::{Cooking, Plan};
use crate::run::Fire;
use serde::Serialize;

/// Something that can be seen or felt now.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Askable {
    /// Which.
    pub cue: CueKey,
    /// In words.
    pub name: String,
    /// What the cook does for it.
    pub ask: String,
    /// Its words from raw to past; none for the cooked line, which is set where it stands.
    pub says: Vec<Word>,
}

/// What can be asked of this piece so cooked.
pub(super) fn askable(cooking: &Cooking<'_>, plan: &Plan, phase: Phase) -> Vec<Askable> {
    if !matches!(phase, Phase::OnHeat | Phase::Resting) {
        return vec![];
    }
    let all = Cues::all();
    let resting = phase == Phase::Resting;
    let shut = cooking.method.shut && !resting;
    let coated = cooking.programme.coats.iter().any(|coat| !coat.is_empty());
    let lies = cooking
        .programme
        .stages
        .iter()
        .any(|stage| stage.low.contact.is_some() || stage.high.contact.is_some());
    let had = |had: Had| match had {
        Had::Always => !shut,
        Had::Flesh => !shut && !coated,
        Had::Lies => {
            lies && !resting && !coated && matches!(cooking.programme.fire, Fire::Pan | Fire::Grill)
        }
        Had::Bone => cooking.piece.bone && !shut,
        Had::Coat => cooking.aim.coated,
        Had::Bubbles => !resting && cooking.programme.fire == Fire::Oil,
    };
    let line = (plan.side_seen && !shut).then(|| Askable {
        cue: CueKey::CookedLine,
        name: all.line.name.clone(),
        ask: all.line.ask.clone(),
        says: vec![],
    });
    let words = all
        .cue
        .iter()
        .filter(|cue| had(cue.had))
        .map(|cue| Askable {
            cue: CueKey::of(cue.sign),
            name: cue.name.clone(),
            ask: cue.ask.clone(),
            says: cue.says.clone(),
        });
    line.into_iter().chain(words).collect()
}
