CREATE TABLE "medium_folder" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"parent_id" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "medium" ADD COLUMN "revision" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "medium" ADD COLUMN "placeholder" text;--> statement-breakpoint
ALTER TABLE "medium" ADD COLUMN "colour" text;--> statement-breakpoint
ALTER TABLE "medium" ADD COLUMN "seconds" real;--> statement-breakpoint
ALTER TABLE "medium" ADD COLUMN "pages" integer;--> statement-breakpoint
ALTER TABLE "medium" ADD COLUMN "title" text;--> statement-breakpoint
ALTER TABLE "medium" ADD COLUMN "poster" integer;--> statement-breakpoint
ALTER TABLE "medium" ADD COLUMN "focus" jsonb;--> statement-breakpoint
ALTER TABLE "medium" ADD COLUMN "folder_id" text;--> statement-breakpoint
ALTER TABLE "medium" ADD COLUMN "last_revision" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "medium" ADD COLUMN "earlier" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "medium" ADD COLUMN "updated_at" timestamp with time zone DEFAULT now() NOT NULL;--> statement-breakpoint
ALTER TABLE "medium_folder" ADD CONSTRAINT "medium_folder_parent_id_medium_folder_id_fk" FOREIGN KEY ("parent_id") REFERENCES "public"."medium_folder"("id") ON DELETE restrict ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "medium_folder_name" ON "medium_folder" USING btree (coalesce("parent_id", ''),lower("name"));--> statement-breakpoint
ALTER TABLE "medium" ADD CONSTRAINT "medium_folder_id_fkey" FOREIGN KEY ("folder_id") REFERENCES "public"."medium_folder"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "medium_in_folder" ON "medium" USING btree ("folder_id");--> statement-breakpoint
CREATE INDEX "medium_created_at" ON "medium" USING btree ("created_at","id");