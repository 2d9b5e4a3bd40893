//! The counter over HTTP: what the core answers at once.

use super::Body;
use crate::error::ErrorBody;
use crate::wire::{
    FishWire, FreshnessRequest, NoticesAnswer, NoticesRequest, OwnFishWire, PortionsRequest,
    ShoppingRequest, WholeAnswer, WholeRequest,
};
use actix_web::{post, web};
use cindo_core::fish::{CutUp, Judged, Shopping};

answers!(
    /// A whole fish from its length, its weight, or both.
    whole, "/api/whole", WholeRequest, WholeAnswer
);
answers!(
    /// How fresh it is, and how many days are left.
    freshness, "/api/freshness", FreshnessRequest, Judged
);
answers!(
    /// The dangers of this fish for this eater at this target.
    notices, "/api/notices", NoticesRequest, NoticesAnswer
);
answers!(
    /// A side cut into portions of one weight.
    portions, "/api/portions", PortionsRequest, CutUp
);
answers!(
    /// How much to buy.
    buying, "/api/shopping", ShoppingRequest, Shopping
);

answers!(
    /// A fish of the kitchen's own as the counter shows it.
    own_fish, "/api/own-fish", OwnFishWire, FishWire
);
