using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace SturdyTinker.Store.Migrations
{
    /// <inheritdoc />
    public partial class FindingsTogether : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "Together",
                table: "Visits",
                type: "TEXT",
                nullable: false,
                defaultValueSql: "'[]'");

            migrationBuilder.AddColumn<string>(
                name: "Damage",
                table: "Findings",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Which",
                table: "Findings",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.CreateTable(
                name: "Inspections",
                columns: table => new
                {
                    Id = table.Column<Guid>(type: "TEXT", nullable: false),
                    VisitId = table.Column<Guid>(type: "TEXT", nullable: false),
                    TrailerId = table.Column<Guid>(type: "TEXT", nullable: false),
                    Qualification = table.Column<string>(type: "TEXT", nullable: false),
                    Lines = table.Column<string>(type: "TEXT", nullable: false),
                    At = table.Column<long>(type: "INTEGER", nullable: false),
                    PersonId = table.Column<Guid>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Inspections", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Inspections_People_PersonId",
                        column: x => x.PersonId,
                        principalTable: "People",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "FK_Inspections_Trailers_TrailerId",
                        column: x => x.TrailerId,
                        principalTable: "Trailers",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "FK_Inspections_Visits_VisitId",
                        column: x => x.VisitId,
                        principalTable: "Visits",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "Releases",
                columns: table => new
                {
                    Id = table.Column<Guid>(type: "TEXT", nullable: false),
                    TrailerId = table.Column<Guid>(type: "TEXT", nullable: false),
                    VisitId = table.Column<Guid>(type: "TEXT", nullable: true),
                    Reason = table.Column<string>(type: "TEXT", nullable: false),
                    Holds = table.Column<string>(type: "TEXT", nullable: false),
                    At = table.Column<long>(type: "INTEGER", nullable: false),
                    PersonId = table.Column<Guid>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Releases", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Releases_People_PersonId",
                        column: x => x.PersonId,
                        principalTable: "People",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "FK_Releases_Trailers_TrailerId",
                        column: x => x.TrailerId,
                        principalTable: "Trailers",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "FK_Releases_Visits_VisitId",
                        column: x => x.VisitId,
                        principalTable: "Visits",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "ShopLimits",
                columns: table => new
                {
                    Code = table.Column<string>(type: "TEXT", nullable: false),
                    Value = table.Column<decimal>(type: "TEXT", nullable: false),
                    Typed = table.Column<string>(type: "TEXT", nullable: false),
                    By = table.Column<string>(type: "TEXT", nullable: false),
                    At = table.Column<long>(type: "INTEGER", nullable: false),
                    Reason = table.Column<string>(type: "TEXT", nullable: false),
                    Version = table.Column<int>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_ShopLimits", x => x.Code);
                });

            migrationBuilder.CreateTable(
                name: "VisitPhotos",
                columns: table => new
                {
                    Id = table.Column<Guid>(type: "TEXT", nullable: false),
                    VisitId = table.Column<Guid>(type: "TEXT", nullable: false),
                    StepKey = table.Column<string>(type: "TEXT", nullable: true),
                    FindingId = table.Column<Guid>(type: "TEXT", nullable: true),
                    At = table.Column<long>(type: "INTEGER", nullable: false),
                    PersonId = table.Column<Guid>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_VisitPhotos", x => x.Id);
                    table.ForeignKey(
                        name: "FK_VisitPhotos_Findings_FindingId",
                        column: x => x.FindingId,
                        principalTable: "Findings",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "FK_VisitPhotos_People_PersonId",
                        column: x => x.PersonId,
                        principalTable: "People",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "FK_VisitPhotos_Visits_VisitId",
                        column: x => x.VisitId,
                        principalTable: "Visits",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateIndex(
                name: "IX_Inspections_PersonId",
                table: "Inspections",
                column: "PersonId");

            migrationBuilder.CreateIndex(
                name: "IX_Inspections_TrailerId",
                table: "Inspections",
                column: "TrailerId");

            migrationBuilder.CreateIndex(
                name: "IX_Inspections_VisitId",
                table: "Inspections",
                column: "VisitId",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Releases_PersonId",
                table: "Releases",
                column: "PersonId");

            migrationBuilder.CreateIndex(
                name: "IX_Releases_TrailerId",
                table: "Releases",
                column: "TrailerId");

            migrationBuilder.CreateIndex(
                name: "IX_Releases_VisitId",
                table: "Releases",
                column: "VisitId");

            migrationBuilder.CreateIndex(
                name: "IX_VisitPhotos_FindingId",
                table: "VisitPhotos",
                column: "FindingId");

            migrationBuilder.CreateIndex(
                name: "IX_VisitPhotos_PersonId",
                table: "VisitPhotos",
                column: "PersonId");

            migrationBuilder.CreateIndex(
                name: "IX_VisitPhotos_VisitId",
                table: "VisitPhotos",
                column: "VisitId");

            // What was kept elsewhere moves over first.
            migrationBuilder.Sql("INSERT INTO VisitPhotos (Id, VisitId, StepKey, FindingId, At, PersonId) SELECT Id, VisitId, StepKey, NULL, At, PersonId FROM StepPhotos;");
            migrationBuilder.Sql("INSERT INTO Releases (Id, TrailerId, VisitId, Reason, Holds, At, PersonId) SELECT Id, TrailerId, Id, ReleasedBecause, '[]', ClosedAt, ClosedBy FROM Visits WHERE ReleasedBecause IS NOT NULL AND ClosedAt IS NOT NULL;");

            migrationBuilder.DropTable(
                name: "StepPhotos");

            // SQLite's own, which stays in the transaction: the tool's way copies the whole table outside of one.
            migrationBuilder.Sql("ALTER TABLE Visits DROP COLUMN ReleasedBecause;");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "Inspections");

            migrationBuilder.DropTable(
                name: "Releases");

            migrationBuilder.DropTable(
                name: "ShopLimits");

            migrationBuilder.DropTable(
                name: "VisitPhotos");

            migrationBuilder.DropColumn(
                name: "Together",
                table: "Visits");

            migrationBuilder.DropColumn(
                name: "Damage",
                table: "Findings");

            migrationBuilder.DropColumn(
                name: "Which",
                table: "Findings");

            migrationBuilder.AddColumn<string>(
                name: "ReleasedBecause",
                table: "Visits",
                type: "TEXT",
                nullable: true);

            migrationBuilder.CreateTable(
                name: "StepPhotos",
                columns: table => new
                {
                    Id = table.Column<Guid>(type: "TEXT", nullable: false),
                    At = table.Column<long>(type: "INTEGER", nullable: false),
                    PersonId = table.Column<Guid>(type: "TEXT", nullable: false),
                    StepKey = table.Column<string>(type: "TEXT", nullable: false),
                    VisitId = table.Column<Guid>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_StepPhotos", x => x.Id);
                    table.ForeignKey(
                        name: "FK_StepPhotos_People_PersonId",
                        column: x => x.PersonId,
                        principalTable: "People",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "FK_StepPhotos_Visits_VisitId",
                        column: x => x.VisitId,
                        principalTable: "Visits",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateIndex(
                name: "IX_StepPhotos_PersonId",
                table: "StepPhotos",
                column: "PersonId");

            migrationBuilder.CreateIndex(
                name: "IX_StepPhotos_VisitId",
                table: "StepPhotos",
                column: "VisitId");
        }
    }
}
