//! What a file of a way to cook needs.

pub(super) use super::advice::{Reason, Step, Story, Suits};
pub(super) use super::media::{self, Film};
pub(super) use super::settings::{Purpose, Spec, Unit, settings, words};
pub(super) use super::signs::Cue;
pub(super) use super::{Method, Nature, acts, handling, method, suiting};
pub(super) use crate::InputError;
pub(super) use crate::fish::Piece;
pub(super) use crate::heat::{Face, Medium};
pub(super) use crate::kit::{
    Allergen, Basket, Broiler, Fat, Fryer, Grate, Hob, Kitchen, Oven, Pan, Pot, Press, Ridged,
    Stand, Steamer, Ware,
};
pub(super) use crate::run::{Fire, Hot, Programme, Stage, What};
pub(super) use std::sync::Arc;
