//! What is seen: the slice over time, and the signs.

use base64::Engine;
use base64::engine::general_purpose::STANDARD;
use cindo_core::run::{Beads, Bubbling, Lip, Press, Signs, SliceField, Tester};
use serde::Serialize;
use utoipa::ToSchema;

/// The slice over time: `times` columns of `depths` bytes each, low face (skin) first.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct SliceFieldWire {
    /// Columns.
    pub times: usize,
    /// Rows.
    pub depths: usize,
    /// Time of the last column, s; the first is 0.
    pub end_s: f64,
    /// State, base64 of bytes, 40 steps a level: 0 raw, 1 half set, 2 low end of the target,
    /// 3 high end, 4 overcooked, 5 boiling hot, 6 crust.
    pub state: String,
    /// Temperature, base64 of bytes, two steps a kelvin from 0 C, held at 127.5 C.
    pub half_c: String,
}

impl From<SliceField> for SliceFieldWire {
    fn from(field: SliceField) -> Self {
        Self {
            times: field.times,
            depths: field.depths,
            end_s: field.end_s,
            state: STANDARD.encode(field.state),
            half_c: STANDARD.encode(field.half_c),
        }
    }
}

/// The cooked line at one time.
#[derive(Debug, Clone, Copy, Serialize, ToSchema)]
pub struct CookedLineWire {
    /// Time, s.
    pub t_s: f64,
    /// Height from the skin side, share of the thickness.
    pub height_share: f64,
}

/// What can be seen and felt.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct SignsWire {
    /// When the skin side lets go of pan or grate, s; null when it does not.
    pub skin_release_s: Option<f64>,
    /// When the flesh side lets go, s.
    pub flesh_release_s: Option<f64>,
    /// The cooked line up the side.
    pub cooked_line: Vec<CookedLineWire>,
    /// The tester as it leaves the heat.
    pub tester: Tester,
    /// Tester to the lip.
    pub lip: Lip,
    /// When bone lets go all through, s; null when it does not.
    pub bone_lets_go_s: Option<f64>,
    /// White beads as it leaves the heat.
    pub beads: Beads,
    /// A finger pressed as it leaves the heat.
    pub press: Press,
    /// How water leaves just before it leaves the heat.
    pub bubbling: Bubbling,
}

impl From<Signs> for SignsWire {
    fn from(signs: Signs) -> Self {
        let [skin_release_s, flesh_release_s] = signs.release_s;
        let line = signs.cooked_line.iter();
        Self {
            skin_release_s,
            flesh_release_s,
            cooked_line: line
                .map(|(t_s, height_share)| CookedLineWire {
                    t_s: *t_s,
                    height_share: *height_share,
                })
                .collect(),
            tester: signs.off.tester,
            lip: signs.off.lip,
            bone_lets_go_s: signs.bone_s,
            beads: signs.off.beads,
            press: signs.off.press,
            bubbling: signs.off.bubbling,
        }
    }
}
