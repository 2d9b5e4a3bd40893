//! Tables as Diesel sees them.

diesel::table! {
    cards (id) {
        id -> Text,
        title -> Text,
        saved_at -> Text,
        form -> Integer,
        snapshot -> Text,
        result -> Nullable<Text>,
        note -> Text,
        revision -> Integer,
        removed_at -> Nullable<Text>,
    }
}

diesel::table! {
    shelf (id) {
        id -> Text,
        kind -> Text,
        name -> Text,
        form -> Integer,
        snapshot -> Text,
        saved_at -> Text,
        revision -> Integer,
        removed_at -> Nullable<Text>,
    }
}

diesel::table! {
    kitchen (id) {
        id -> Integer,
        form -> Integer,
        snapshot -> Text,
        saved_at -> Text,
        revision -> Integer,
    }
}
