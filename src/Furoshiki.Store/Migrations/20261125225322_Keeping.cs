using Microsoft.EntityFrameworkCore.Migrations;

namespace Furoshiki.Store.Migrations;

/// <summary>
/// Digests become bytes, content gets numbers and says which content it names, what can be deleted says with which deletion it went, and
/// every reference is one that the database keeps. All tables that were there are made anew.
/// </summary>
public partial class Keeping : Migration
{
    /// <inheritdoc />
    protected override void Up(MigrationBuilder migrationBuilder) =>
        migrationBuilder.Sql(
            """
            ALTER TABLE "Contents" RENAME TO "OldContents";
            ALTER TABLE "ContentChunks" RENAME TO "OldContentChunks";
            ALTER TABLE "Profiles" RENAME TO "OldProfiles";
            ALTER TABLE "Savings" RENAME TO "OldSavings";
            ALTER TABLE "Desktops" RENAME TO "OldDesktops";
            ALTER TABLE "Asides" RENAME TO "OldAsides";
            ALTER TABLE "SafeStates" RENAME TO "OldSafeStates";
            ALTER TABLE "Switches" RENAME TO "OldSwitches";
            CREATE TABLE "Contents" (
                "Id" INTEGER NOT NULL CONSTRAINT "PK_Contents" PRIMARY KEY AUTOINCREMENT,
                "Digest" BLOB NOT NULL,
                "Size" INTEGER NOT NULL,
                "IsWhole" INTEGER NOT NULL,
                "CheckedAt" INTEGER NULL,
                "IsDamaged" INTEGER NOT NULL,
                CONSTRAINT "AK_Contents_Digest" UNIQUE ("Digest")
            );
            CREATE TABLE "Deletions" (
                "Id" INTEGER NOT NULL CONSTRAINT "PK_Deletions" PRIMARY KEY AUTOINCREMENT,
                "What" TEXT NOT NULL,
                "Name" TEXT NOT NULL,
                "At" TEXT NOT NULL
            );
            CREATE TABLE "ContentChunks" (
                "ContentId" INTEGER NOT NULL,
                "Ordinal" INTEGER NOT NULL,
                "Bytes" BLOB NOT NULL,
                CONSTRAINT "PK_ContentChunks" PRIMARY KEY ("ContentId", "Ordinal"),
                CONSTRAINT "FK_ContentChunks_Contents_ContentId" FOREIGN KEY ("ContentId") REFERENCES "Contents" ("Id") ON DELETE CASCADE
            );
            CREATE TABLE "ContentLinks" (
                "FromId" INTEGER NOT NULL,
                "ToId" INTEGER NOT NULL,
                CONSTRAINT "PK_ContentLinks" PRIMARY KEY ("FromId", "ToId"),
                CONSTRAINT "FK_ContentLinks_Contents_FromId" FOREIGN KEY ("FromId") REFERENCES "Contents" ("Id") ON DELETE CASCADE,
                CONSTRAINT "FK_ContentLinks_Contents_ToId" FOREIGN KEY ("ToId") REFERENCES "Contents" ("Id") ON DELETE RESTRICT
            );
            CREATE TABLE "Profiles" (
                "Id" INTEGER NOT NULL CONSTRAINT "PK_Profiles" PRIMARY KEY AUTOINCREMENT,
                "Name" TEXT COLLATE NOCASE NOT NULL,
                "Description" TEXT NOT NULL,
                "Author" TEXT NOT NULL,
                "Licence" TEXT NOT NULL,
                "Tags" TEXT NOT NULL,
                "Screenshot" BLOB NULL,
                "LastOn" TEXT NULL,
                "DeletionId" INTEGER NULL,
                CONSTRAINT "FK_Profiles_Contents_Screenshot" FOREIGN KEY ("Screenshot") REFERENCES "Contents" ("Digest") ON DELETE RESTRICT,
                CONSTRAINT "FK_Profiles_Deletions_DeletionId" FOREIGN KEY ("DeletionId") REFERENCES "Deletions" ("Id") ON DELETE CASCADE
            );
            CREATE TABLE "Savings" (
                "Id" INTEGER NOT NULL CONSTRAINT "PK_Savings" PRIMARY KEY AUTOINCREMENT,
                "ProfileId" INTEGER NOT NULL,
                "Number" INTEGER NOT NULL,
                "Look" BLOB NOT NULL,
                "Places" TEXT NOT NULL,
                "Cover" TEXT NOT NULL,
                "Map" BLOB NOT NULL,
                "Gaps" TEXT NOT NULL,
                "Note" TEXT NOT NULL,
                "SavedAt" TEXT NOT NULL,
                "DeletionId" INTEGER NULL,
                CONSTRAINT "FK_Savings_Contents_Look" FOREIGN KEY ("Look") REFERENCES "Contents" ("Digest") ON DELETE RESTRICT,
                CONSTRAINT "FK_Savings_Contents_Map" FOREIGN KEY ("Map") REFERENCES "Contents" ("Digest") ON DELETE RESTRICT,
                CONSTRAINT "FK_Savings_Deletions_DeletionId" FOREIGN KEY ("DeletionId") REFERENCES "Deletions" ("Id") ON DELETE CASCADE,
                CONSTRAINT "FK_Savings_Profiles_ProfileId" FOREIGN KEY ("ProfileId") REFERENCES "Profiles" ("Id") ON DELETE CASCADE
            );
            CREATE TABLE "Desktops" (
                "Id" INTEGER NOT NULL CONSTRAINT "PK_Desktops" PRIMARY KEY AUTOINCREMENT,
                "Name" TEXT COLLATE NOCASE NOT NULL,
                "Root" TEXT NOT NULL,
                "Version" TEXT NOT NULL,
                "Map" BLOB NOT NULL,
                "Screens" TEXT NOT NULL,
                "IsSimulated" INTEGER NOT NULL,
                "Showing" BLOB NULL,
                "SavingOnId" INTEGER NULL,
                "PartsOn" TEXT NOT NULL,
                "DeletionId" INTEGER NULL,
                CONSTRAINT "FK_Desktops_Contents_Map" FOREIGN KEY ("Map") REFERENCES "Contents" ("Digest") ON DELETE RESTRICT,
                CONSTRAINT "FK_Desktops_Contents_Showing" FOREIGN KEY ("Showing") REFERENCES "Contents" ("Digest") ON DELETE RESTRICT,
                CONSTRAINT "FK_Desktops_Deletions_DeletionId" FOREIGN KEY ("DeletionId") REFERENCES "Deletions" ("Id") ON DELETE CASCADE,
                CONSTRAINT "FK_Desktops_Savings_SavingOnId" FOREIGN KEY ("SavingOnId") REFERENCES "Savings" ("Id") ON DELETE SET NULL
            );
            CREATE TABLE "Asides" (
                "Id" INTEGER NOT NULL CONSTRAINT "PK_Asides" PRIMARY KEY AUTOINCREMENT,
                "DesktopId" INTEGER NOT NULL,
                "SwitchId" INTEGER NOT NULL,
                "Tree" BLOB NOT NULL,
                "At" TEXT NOT NULL,
                "DeletionId" INTEGER NULL,
                CONSTRAINT "FK_Asides_Contents_Tree" FOREIGN KEY ("Tree") REFERENCES "Contents" ("Digest") ON DELETE RESTRICT,
                CONSTRAINT "FK_Asides_Deletions_DeletionId" FOREIGN KEY ("DeletionId") REFERENCES "Deletions" ("Id") ON DELETE CASCADE,
                CONSTRAINT "FK_Asides_Desktops_DesktopId" FOREIGN KEY ("DesktopId") REFERENCES "Desktops" ("Id") ON DELETE CASCADE
            );
            CREATE TABLE "SafeStates" (
                "Id" INTEGER NOT NULL CONSTRAINT "PK_SafeStates" PRIMARY KEY AUTOINCREMENT,
                "DesktopId" INTEGER NOT NULL,
                "Tree" BLOB NOT NULL,
                "Look" BLOB NOT NULL,
                "Title" TEXT NOT NULL,
                "Reason" TEXT NOT NULL,
                "MadeAt" TEXT NOT NULL,
                "SavingOnId" INTEGER NULL,
                "PartsOn" TEXT NOT NULL,
                "Gaps" TEXT NOT NULL,
                "Files" INTEGER NOT NULL,
                "Size" INTEGER NOT NULL,
                "DeletionId" INTEGER NULL,
                CONSTRAINT "FK_SafeStates_Contents_Look" FOREIGN KEY ("Look") REFERENCES "Contents" ("Digest") ON DELETE RESTRICT,
                CONSTRAINT "FK_SafeStates_Contents_Tree" FOREIGN KEY ("Tree") REFERENCES "Contents" ("Digest") ON DELETE RESTRICT,
                CONSTRAINT "FK_SafeStates_Deletions_DeletionId" FOREIGN KEY ("DeletionId") REFERENCES "Deletions" ("Id") ON DELETE CASCADE,
                CONSTRAINT "FK_SafeStates_Desktops_DesktopId" FOREIGN KEY ("DesktopId") REFERENCES "Desktops" ("Id") ON DELETE CASCADE,
                CONSTRAINT "FK_SafeStates_Savings_SavingOnId" FOREIGN KEY ("SavingOnId") REFERENCES "Savings" ("Id") ON DELETE SET NULL
            );
            CREATE TABLE "Switches" (
                "Id" INTEGER NOT NULL CONSTRAINT "PK_Switches" PRIMARY KEY AUTOINCREMENT,
                "DesktopId" INTEGER NOT NULL,
                "Root" TEXT NOT NULL,
                "Title" TEXT NOT NULL,
                "Mark" TEXT NOT NULL,
                "Changes" TEXT NOT NULL,
                "OnAfter" TEXT NULL,
                "Result" TEXT NULL,
                "News" TEXT NULL,
                "State" TEXT NOT NULL,
                "BegunAt" TEXT NOT NULL,
                "EndedAt" TEXT NULL,
                CONSTRAINT "FK_Switches_Desktops_DesktopId" FOREIGN KEY ("DesktopId") REFERENCES "Desktops" ("Id") ON DELETE CASCADE
            );
            CREATE TABLE "SwitchContents" (
                "SwitchId" INTEGER NOT NULL,
                "Digest" BLOB NOT NULL,
                CONSTRAINT "PK_SwitchContents" PRIMARY KEY ("SwitchId", "Digest"),
                CONSTRAINT "FK_SwitchContents_Contents_Digest" FOREIGN KEY ("Digest") REFERENCES "Contents" ("Digest") ON DELETE RESTRICT,
                CONSTRAINT "FK_SwitchContents_Switches_SwitchId" FOREIGN KEY ("SwitchId") REFERENCES "Switches" ("Id") ON DELETE CASCADE
            );
            INSERT INTO "Contents" ("Digest", "Size", "IsWhole", "IsDamaged") SELECT unhex("Digest"), "Size", "IsWhole", 0 FROM "OldContents";
            INSERT INTO "ContentChunks" ("ContentId", "Ordinal", "Bytes") SELECT "Contents"."Id", "Ordinal", "Bytes" FROM "OldContentChunks" JOIN "Contents" ON "Contents"."Digest" = unhex("OldContentChunks"."Digest");
            INSERT INTO "Profiles" ("Id", "Name", "Description", "Author", "Licence", "Tags", "Screenshot", "LastOn")
                SELECT "Id", "Name", "Description", "Author", "Licence", "Tags", unhex("Screenshot"), "LastOn" FROM "OldProfiles";
            INSERT INTO "Savings" ("Id", "ProfileId", "Number", "Look", "Places", "Cover", "Map", "Gaps", "Note", "SavedAt")
                SELECT "Id", "ProfileId", "Number", unhex("Look"), "Places", "Cover", unhex("Map"), "Gaps", "Note", "SavedAt" FROM "OldSavings";
            INSERT INTO "Desktops" ("Id", "Name", "Root", "Version", "Map", "Screens", "IsSimulated", "Showing", "SavingOnId", "PartsOn")
                SELECT "Id", "Name", "Root", "Version", unhex("Map"), "Screens", "IsSimulated", unhex("Showing"), "SavingOnId", "PartsOn" FROM "OldDesktops";
            INSERT INTO "Asides" ("Id", "DesktopId", "SwitchId", "Tree", "At")
                SELECT "Id", "DesktopId", "SwitchId", unhex("Tree"), "At" FROM "OldAsides";
            INSERT INTO "SafeStates" ("Id", "DesktopId", "Tree", "Look", "Title", "Reason", "MadeAt", "SavingOnId", "PartsOn", "Gaps", "Files", "Size")
                SELECT "Id", "DesktopId", unhex("Tree"), unhex("Look"), "Title", "Reason", "MadeAt", "SavingOnId", "PartsOn", "Gaps", "Files", "Size" FROM "OldSafeStates";
            INSERT INTO "Switches" ("Id", "DesktopId", "Root", "Title", "Mark", "Changes", "OnAfter", "Result", "News", "State", "BegunAt", "EndedAt")
                SELECT "Id", "DesktopId", "Root", "Title", "Mark", "Changes", "OnAfter", "Result", "News", "State", "BegunAt", "EndedAt" FROM "OldSwitches";
            DROP TABLE "OldContentChunks";
            DROP TABLE "OldAsides";
            DROP TABLE "OldSwitches";
            DROP TABLE "OldSafeStates";
            DROP TABLE "OldDesktops";
            DROP TABLE "OldSavings";
            DROP TABLE "OldProfiles";
            DROP TABLE "OldContents";
            CREATE INDEX "IX_Asides_DeletionId" ON "Asides" ("DeletionId");
            CREATE INDEX "IX_Asides_DesktopId" ON "Asides" ("DesktopId");
            CREATE INDEX "IX_Asides_Tree" ON "Asides" ("Tree");
            CREATE INDEX "IX_ContentLinks_ToId" ON "ContentLinks" ("ToId");
            CREATE INDEX "IX_Contents_CheckedAt" ON "Contents" ("CheckedAt");
            CREATE INDEX "IX_Contents_IsDamaged" ON "Contents" ("IsDamaged") WHERE "IsDamaged";
            CREATE INDEX "IX_Desktops_DeletionId" ON "Desktops" ("DeletionId");
            CREATE INDEX "IX_Desktops_Map" ON "Desktops" ("Map");
            CREATE UNIQUE INDEX "IX_Desktops_Name" ON "Desktops" ("Name") WHERE "DeletionId" IS NULL;
            CREATE INDEX "IX_Desktops_SavingOnId" ON "Desktops" ("SavingOnId");
            CREATE INDEX "IX_Desktops_Showing" ON "Desktops" ("Showing");
            CREATE INDEX "IX_Profiles_DeletionId" ON "Profiles" ("DeletionId");
            CREATE UNIQUE INDEX "IX_Profiles_Name" ON "Profiles" ("Name") WHERE "DeletionId" IS NULL;
            CREATE INDEX "IX_Profiles_Screenshot" ON "Profiles" ("Screenshot");
            CREATE INDEX "IX_SafeStates_DeletionId" ON "SafeStates" ("DeletionId");
            CREATE INDEX "IX_SafeStates_DesktopId_MadeAt" ON "SafeStates" ("DesktopId", "MadeAt");
            CREATE INDEX "IX_SafeStates_Look" ON "SafeStates" ("Look");
            CREATE INDEX "IX_SafeStates_SavingOnId" ON "SafeStates" ("SavingOnId");
            CREATE INDEX "IX_SafeStates_Tree" ON "SafeStates" ("Tree");
            CREATE INDEX "IX_Savings_DeletionId_ProfileId_Number" ON "Savings" ("DeletionId", "ProfileId", "Number");
            CREATE INDEX "IX_Savings_Look" ON "Savings" ("Look");
            CREATE INDEX "IX_Savings_Map" ON "Savings" ("Map");
            CREATE UNIQUE INDEX "IX_Savings_ProfileId_Number" ON "Savings" ("ProfileId", "Number");
            CREATE INDEX "IX_SwitchContents_Digest" ON "SwitchContents" ("Digest");
            CREATE INDEX "IX_Switches_DesktopId" ON "Switches" ("DesktopId");
            CREATE INDEX "IX_Switches_State" ON "Switches" ("State");
            CREATE VIEW "ContentRoots" ("Digest", "Owner") AS
                SELECT "Look", 'saving ' || "Id" FROM "Savings"
                UNION ALL SELECT "Map", 'saving ' || "Id" FROM "Savings"
                UNION ALL SELECT "Screenshot", 'profile ' || "Id" FROM "Profiles" WHERE "Screenshot" IS NOT NULL
                UNION ALL SELECT "Tree", 'safe state ' || "Id" FROM "SafeStates"
                UNION ALL SELECT "Look", 'safe state ' || "Id" FROM "SafeStates"
                UNION ALL SELECT "Map", 'desktop ' || "Id" FROM "Desktops"
                UNION ALL SELECT "Showing", 'desktop ' || "Id" FROM "Desktops" WHERE "Showing" IS NOT NULL
                UNION ALL SELECT "Tree", 'aside ' || "Id" FROM "Asides"
                UNION ALL SELECT "Digest", 'switch ' || "SwitchId" FROM "SwitchContents";
            """
        );

    /// <inheritdoc />
    protected override void Down(MigrationBuilder migrationBuilder) =>
        throw new NotSupportedException("A database is not brought back to an earlier form.");
}
