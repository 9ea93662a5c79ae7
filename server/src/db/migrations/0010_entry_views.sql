CREATE TABLE "entry_view" (
	"id" text PRIMARY KEY NOT NULL,
	"type_id" text NOT NULL,
	"name" text NOT NULL,
	"shared" boolean DEFAULT false NOT NULL,
	"look" jsonb NOT NULL,
	"owner_id" text,
	"version" integer DEFAULT 1 NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "entry_view" ADD CONSTRAINT "entry_view_owner_id_fkey" FOREIGN KEY ("owner_id") REFERENCES "public"."person"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "entry_view_of_type" ON "entry_view" USING btree ("type_id");--> statement-breakpoint
CREATE INDEX "entry_view_owner" ON "entry_view" USING btree ("owner_id");