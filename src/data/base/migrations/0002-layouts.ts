import type { Knex } from "knex";

/** Drawings of the underside by model and variant with their revisions, the one each job uses, and photos. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable("layouts", (t) => {
    t.increments("id");
    t.string("model", 60).notNullable();
    t.string("variant", 60).notNullable().defaultTo("");
    t.integer("forked_from");
    t.string("created_at", 24).notNullable();
    t.unique(["model", "variant"]);
  });
  await knex.schema.createTable("layout_revisions", (t) => {
    t.increments("id");
    t.integer("layout_id").notNullable().references("layouts.id").onDelete("CASCADE").index();
    t.integer("number").notNullable();
    t.integer("based_on");
    t.integer("version").notNullable().defaultTo(1);
    t.text("document_json").notNullable();
    t.string("note", 200).notNullable().defaultTo("");
    t.string("created_at", 24).notNullable();
    t.string("kept_at", 24);
    t.unique(["layout_id", "number"]);
  });
  await knex.schema.createTable("job_layouts", (t) => {
    t.integer("job_id").primary().references("jobs.id").onDelete("CASCADE");
    t.integer("revision_id").notNullable().references("layout_revisions.id");
  });
  await knex.schema.createTable("photos", (t) => {
    t.increments("id");
    t.integer("job_id").notNullable().references("jobs.id").onDelete("CASCADE").index();
    t.string("phase", 12).notNullable();
    t.string("note", 200).notNullable().defaultTo("");
    t.float("x_mm");
    t.float("y_mm");
    t.integer("width").notNullable();
    t.integer("height").notNullable();
    t.integer("bytes").notNullable();
    t.text("squaring_json");
    t.string("created_at", 24).notNullable();
    t.string("removed_at", 24);
  });
  await knex.schema.createTable("photo_files", (t) => {
    t.integer("photo_id").primary().references("photos.id").onDelete("CASCADE");
    t.binary("image").notNullable();
    t.binary("thumbnail").notNullable();
  });
}

export async function down(knex: Knex): Promise<void> {
  for (const table of ["photo_files", "photos", "job_layouts", "layout_revisions", "layouts"])
    await knex.schema.dropTableIfExists(table);
}
